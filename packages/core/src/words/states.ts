import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';

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
  const all = [...battery, ...controls, ...apart, ...cavities];
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
  return fill.kind === 'lamp' ? `lamp ${fill.watts} W` : fill.kind === 'open' ? 'empty' : 'fuse fitted';
}
