import type { Circuit } from '../circuit/circuit';
import { isHeld, restsAt } from '../circuit/held';
import type { CavityFill, Lead, OperatingState } from '../circuit/operatingState';
import { cavityFill } from '../circuit/operatingState';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf } from '../circuit/terminalRef';
import { partById, placeById, terminalName } from '../circuit/terminals';
import type { Part } from '../circuit/parts/part';
import { kindOf } from '../circuit/parts/partKinds';
import { likePart } from './likeParts';

/** One change of the vehicle's state that a hand makes. */
export type Move =
  | { readonly kind: 'control'; readonly control: string; readonly position: string }
  | { readonly kind: 'apart' | 'together'; readonly part: string }
  | { readonly kind: 'cavity'; readonly fuse: string; readonly fill: CavityFill }
  | { readonly kind: 'lead'; readonly lead: Lead; readonly connection: boolean }
  /** A part swapped for a good one, or the old one put back. */
  | { readonly kind: 'renewal'; readonly part: string; readonly renewed: boolean }
  | { readonly kind: 'battery'; readonly connected: boolean };

/**
 * What must be done to bring one state into another, in a safe order: off what is switched off, then hands, what goes into
 * cavities, the battery, and on last what is switched on.
 */
export function movesBetween(circuit: Circuit, from: OperatingState, to: OperatingState): readonly Move[] {
  const fuses = new Set([...Object.keys(from.cavities), ...Object.keys(to.cavities), ...(from.blown ?? [])]);
  const cavities = [...fuses].flatMap((fuse): Move[] => {
    const [before, after] = [cavityFill(from, fuse), cavityFill(to, fuse)];
    const renewed = from.blown?.includes(fuse) === true && to.blown?.includes(fuse) !== true;
    return JSON.stringify(before) === JSON.stringify(after) && !renewed
      ? []
      : [{ kind: 'cavity', fuse, fill: after }];
  });
  const opened = cavities.filter((move) => move.kind === 'cavity' && move.fill.kind === 'open');
  const parts = circuit.parts.flatMap(({ id }): Move[] => {
    const [before, after] = [from.apart.includes(id), to.apart.includes(id)];
    return before === after ? [] : [{ kind: after ? 'apart' : 'together', part: id }];
  });
  const controls = circuit.controls.flatMap((control) => {
    const position = to.controls[control.id];
    if (position === undefined || position === from.controls[control.id]) return [];
    const move: Move = { kind: 'control', control: control.id, position };
    return [{ move, rests: restsAt(control, position) }];
  });
  const switched = (rests: boolean) => controls.flatMap((each) => (each.rests === rests ? each.move : []));
  const battery: Move[] =
    from.batteryConnected === to.batteryConnected
      ? []
      : [{ kind: 'battery', connected: to.batteryConnected }];
  const leads = leadMoves(from.leads ?? [], to.leads ?? []);
  return [
    ...switched(true),
    ...battery.filter(() => !to.batteryConnected),
    ...leads.filter(({ connection }) => !connection),
    ...opened,
    ...renewals(from, to),
    ...parts,
    ...leads.filter(({ connection }) => connection),
    ...cavities.filter((move) => !opened.includes(move)),
    ...battery.filter(() => to.batteryConnected),
    ...switched(false),
  ];
}

function leadMoves(before: readonly Lead[], after: readonly Lead[]) {
  const holds = (list: readonly Lead[], { from, to }: Lead) =>
    list.some((each) => each.from === from && each.to === to);
  return [
    ...before.filter((lead) => !holds(after, lead)).map((lead) => ({ lead, connection: false })),
    ...after.filter((lead) => !holds(before, lead)).map((lead) => ({ lead, connection: true })),
  ].map((each) => ({ kind: 'lead' as const, ...each }));
}

function renewals(
  { renewed: before = [] }: OperatingState,
  { renewed: after = [] }: OperatingState,
): readonly Move[] {
  return [
    ...before.filter((part) => !after.includes(part)).map((part) => ({ part, renewed: false })),
    ...after.filter((part) => !before.includes(part)).map((part) => ({ part, renewed: true })),
  ].map((each) => ({ kind: 'renewal', ...each }));
}

/** Minutes for a fused lead laid or taken off, and for a part swapped, beyond taking it out and putting one in. Judgement. */
const leadMinutes = 1;
const swapMinutes = 0.5;

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
    case 'lead':
      return { place: partById(circuit, partIdOf(move.lead.to)).place, minutes: leadMinutes };
    case 'renewal': {
      const part = partById(circuit, move.part);
      const out = 2 * kindOf(part).removalMinutes;
      const like = likePart(circuit, part);
      // The like one comes off where it is, and goes back there.
      const there = like === undefined ? undefined : placeById(circuit, like.place);
      const way = there === undefined || there.id === part.place ? 0 : there.reachMinutes;
      return { place: part.place, minutes: out + swapMinutes + (like === undefined ? 0 : out + way) };
    }
    case 'apart':
    case 'together': {
      const part = partById(circuit, move.part);
      return { place: part.place, minutes: kindOf(part).removalMinutes };
    }
  }
}

/** What a good one in place of a part costs; nothing where the vehicle has a like one, null where it is not known. */
export function priceOfSwap(circuit: Circuit, part: Part): number | null {
  return likePart(circuit, part) === undefined ? (part.price ?? null) : 0;
}

/** Whether a move puts another part in the place of one. */
export const isExchange = (move: Move): move is Extract<Move, { kind: 'renewal' }> =>
  move.kind === 'renewal' && move.renewed;

/** What a move costs in money. */
export function swapPrice(circuit: Circuit, move: Move): number {
  if (!isExchange(move)) return 0;
  return priceOfSwap(circuit, partById(circuit, move.part)) ?? 0;
}

/** The move in words: `Part C7 rear door.` */
export function moveWords(circuit: Circuit, move: Move): string {
  switch (move.kind) {
    case 'control': {
      const control = circuit.controls.find(({ id }) => id === move.control);
      const position = control?.positions.find(({ id }) => id === move.position);
      const held = control !== undefined && isHeld(control, move.position);
      return `${control?.name ?? move.control}: ${position?.name ?? move.position}${held ? ', held by somebody' : ''}.`;
    }
    case 'battery':
      return move.connected
        ? 'Connect the battery, negative last.'
        : 'Disconnect the battery, negative first.';
    case 'cavity': {
      const { name } = partById(circuit, move.fuse);
      if (move.fill.kind === 'fuse') return `Fit ${name} as labelled.`;
      return move.fill.kind === 'open'
        ? `Leave the cavity of ${name} empty.`
        : `Put the ${fillName(move.fill)} in the cavity of ${name}.`;
    }
    case 'lead':
      return leadWords(circuit, move.lead, move.connection);
    case 'renewal': {
      const part = partById(circuit, move.part);
      if (!move.renewed) return `Put the old ${part.name} back.`;
      const like = likePart(circuit, part);
      return like === undefined
        ? `Swap ${part.name} for a like one that is known to be good.`
        : `Exchange ${part.name} with ${like.name}, which is like it: does the fault go with it?`;
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

/** What stands in for a fuse: `21 W lamp`, `10 A breaker`. */
function fillName(fill: Exclude<CavityFill, { kind: 'fuse' | 'open' }>): string {
  if (fill.kind === 'lamp') return `${fill.watts} W lamp`;
  return fill.kind === 'jumper' ? `${fill.amps} A fused lead` : `${fill.amps} A ${fill.kind}`;
}

function leadWords(circuit: Circuit, { from, to, fuseAmps }: Lead, connection: boolean): string {
  const end = (terminal: TerminalRef) => terminalName(circuit, terminal);
  const ends =
    from === 'own supply'
      ? `from a supply of your own to ${end(to)}`
      : from === 'ground'
        ? `from ground to ${end(to)}`
        : `from ${end(from)} to ${end(to)}`;
  return connection ? `Lay a lead with a ${fuseAmps} A fuse ${ends}.` : `Take off the lead ${ends}.`;
}
