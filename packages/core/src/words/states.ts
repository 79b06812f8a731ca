import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { cavityFill } from '../circuit/operatingState';
import { partById, terminalName } from '../circuit/terminals';

/** What is not as it rests, in a few words: `Saloon lights on · C7 parted · fuse 17: lamp 21 W`. */
export function stateWords(circuit: Circuit, state: OperatingState): string {
  const controls = circuit.controls.flatMap(({ id, name, positions }) => {
    const position = positions.find((each) => each.id === state.controls[id]);
    return position === undefined || position === positions[0]
      ? []
      : [`${name} ${position.name.toLowerCase()}`];
  });
  const apart = state.apart.map((id) => `${partById(circuit, id).name} ${apartWord(circuit, id)}`);
  const cavities = Object.keys(state.cavities).map(
    (id) => `${partById(circuit, id).name}: ${fillWords(state, id)}`,
  );
  const battery = state.batteryConnected ? [] : ['battery off'];
  const leads = (state.leads ?? []).map(
    ({ from, to }) =>
      `lead from ${from === 'own supply' || from === 'ground' ? from : terminalName(circuit, from)} to ${terminalName(circuit, to)}`,
  );
  const renewed = (state.renewed ?? []).map((id) => `${partById(circuit, id).name} swapped`);
  const all = [...battery, ...controls, ...apart, ...renewed, ...cavities, ...leads];
  return all.length === 0 ? 'everything at rest' : all.join(' · ');
}

/** `parted`, `pulled` or `unplugged`, as the part's kind has it. */
export function apartWord(circuit: Circuit, id: string): string {
  const { kind } = partById(circuit, id);
  return kind === 'connector' ? 'parted' : kind === 'relay' ? 'pulled' : 'unplugged';
}

/** What stands in a fuse's cavity, in words. */
export function fillWords(state: OperatingState, fuse: string): string {
  const fill = cavityFill(state, fuse);
  switch (fill.kind) {
    case 'fuse':
      return 'fuse fitted';
    case 'open':
      return 'empty';
    case 'lamp':
      return `lamp ${fill.watts} W`;
    case 'breaker':
    case 'ammeter':
    case 'jumper':
      return `${fill.kind === 'jumper' ? 'fused lead' : fill.kind} ${fill.amps} A`;
  }
}
