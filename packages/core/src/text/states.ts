import type { Circuit } from '../circuit/circuit';
import type { CavityFill, Lead, OperatingState } from '../circuit/operatingState';
import { cavityFill } from '../circuit/operatingState';
import { partById, terminalName } from '../circuit/terminals';

/** What is not as it rests, in a few words: `Saloon lights on · C7 unplugged · Fuse 17: lamp 21 W`. */
export function stateWords(circuit: Circuit, state: OperatingState): string {
  const controls = circuit.controls.flatMap(({ id, name, positions }) => {
    const position = positions.find((each) => each.id === state.controls[id]);
    return position === undefined || position === positions[0]
      ? []
      : [`${name} ${position.name.toLowerCase()}`];
  });
  const apart = state.apart.map((id) => `${partById(circuit, id).name} ${apartWord(circuit, id)}`);
  const cavities = Object.keys(state.cavities).map(
    (id) => `${partById(circuit, id).name}: ${fillWords(cavityFill(state, id))}`,
  );
  const battery = state.batteryConnected ? [] : ['battery off'];
  const leads = (state.leads ?? []).map((lead) => leadName(circuit, lead));
  const renewed = swappedParts(circuit, state).map((id) => `${partById(circuit, id).name} swapped`);
  const all = [...battery, ...controls, ...apart, ...renewed, ...cavities, ...leads];
  return all.length === 0 ? 'everything at rest' : all.join(' · ');
}

/** `unplugged` or, of a relay, `pulled`. */
export function apartWord(circuit: Circuit, id: string): string {
  return partById(circuit, id).kind === 'relay' ? 'pulled' : 'unplugged';
}

/** A fused lead that lies: `lead from ground to K4 pin 86`. */
export function leadName(circuit: Circuit, { from, to }: Lead): string {
  const end = (each: Lead['from']) =>
    each === 'own supply' || each === 'ground' ? each : terminalName(circuit, each);
  return `lead from ${end(from)} to ${end(to)}`;
}

/** What stands in a fuse's cavity, in words. */
export function fillWords(fill: CavityFill): string {
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

/** The parts that were swapped for good ones; a fresh fuse in its cavity is nothing to speak of. */
export function swappedParts(circuit: Circuit, { renewed = [] }: OperatingState): readonly string[] {
  return renewed.filter((id) => partById(circuit, id).kind !== 'fuse');
}
