import type { Circuit } from '../circuit/circuit';
import type { CavityFill, OperatingState } from '../circuit/operatingState';
import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { kindOf } from '../parts/partKinds';

/** One change of the vehicle's state that a hand makes. */
export type Move =
  | { readonly kind: 'control'; readonly control: string; readonly position: string }
  | { readonly kind: 'apart' | 'together'; readonly part: string }
  | { readonly kind: 'cavity'; readonly fuse: string; readonly fill: CavityFill }
  | { readonly kind: 'battery'; readonly connected: boolean };

/** What must be done to bring one state into another, in a sensible order: power off first, power on last. */
export function movesBetween(circuit: Circuit, from: OperatingState, to: OperatingState): readonly Move[] {
  const fuses = [...new Set([...Object.keys(from.cavities), ...Object.keys(to.cavities)])];
  const cavities = fuses.flatMap((fuse): Move[] => {
    const [before, after] = [cavityFill(from, fuse), cavityFill(to, fuse)];
    return JSON.stringify(before) === JSON.stringify(after) ? [] : [{ kind: 'cavity', fuse, fill: after }];
  });
  const opened = cavities.filter((move) => move.kind === 'cavity' && move.fill.kind === 'open');
  const parts = circuit.parts.flatMap(({ id }): Move[] => {
    const [before, after] = [from.apart.includes(id), to.apart.includes(id)];
    return before === after ? [] : [{ kind: after ? 'apart' : 'together', part: id }];
  });
  const controls = circuit.controls.flatMap(({ id }): Move[] => {
    const position = to.controls[id];
    return position === undefined || position === from.controls[id]
      ? []
      : [{ kind: 'control', control: id, position }];
  });
  const battery: Move[] =
    from.batteryConnected === to.batteryConnected
      ? []
      : [{ kind: 'battery', connected: to.batteryConnected }];
  return [
    ...battery.filter(() => !to.batteryConnected),
    ...opened,
    ...parts,
    ...controls,
    ...cavities.filter((move) => !opened.includes(move)),
    ...battery.filter(() => to.batteryConnected),
  ];
}

/** Minutes for a terminal clamp off and on again, and for anything put into a cavity. Judgement. */
const batteryMinutes = 2;
const cavityMinutes = 0.4;

/** Where the hand must be for a move, and the minutes of the move itself. */
export function moveCost(circuit: Circuit, move: Move): { place: string | undefined; minutes: number } {
  switch (move.kind) {
    case 'control':
      return {
        place: undefined,
        minutes: circuit.controls.find(({ id }) => id === move.control)?.minutes ?? 0.2,
      };
    case 'battery':
      return { place: circuit.parts.find(({ kind }) => kind === 'battery')?.place, minutes: batteryMinutes };
    case 'cavity':
      return { place: partById(circuit, move.fuse).place, minutes: cavityMinutes };
    case 'apart':
    case 'together': {
      const part = partById(circuit, move.part);
      return { place: part.place, minutes: kindOf(part).removalMinutes };
    }
  }
}

/** The move in words: `Part C7 rear door.` */
export function moveWords(circuit: Circuit, move: Move): string {
  switch (move.kind) {
    case 'control': {
      const control = circuit.controls.find(({ id }) => id === move.control);
      const position = control?.positions.find(({ id }) => id === move.position);
      return `${control?.name ?? move.control}: ${position?.name ?? move.position}.`;
    }
    case 'battery':
      return move.connected
        ? 'Connect the battery, negative last.'
        : 'Disconnect the battery, negative first.';
    case 'cavity': {
      const { name } = partById(circuit, move.fuse);
      if (move.fill.kind === 'lamp') return `Put the ${move.fill.watts} W lamp in the cavity of ${name}.`;
      return move.fill.kind === 'open' ? `Leave the cavity of ${name} empty.` : `Fit ${name} as labelled.`;
    }
    case 'apart':
    case 'together': {
      const part = partById(circuit, move.part);
      const removal = kindOf(part).removal;
      if (move.kind === 'apart') {
        return `${removal === 'pull' ? 'Pull' : removal === 'part' ? 'Part' : 'Unplug'} ${part.name}.`;
      }
      return `${removal === 'pull' ? 'Refit' : removal === 'part' ? 'Join' : 'Plug in'} ${part.name}.`;
    }
  }
}
