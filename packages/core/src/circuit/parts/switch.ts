import { partRates } from './partRates';
import type { PartCommon, PartKind } from './partKind';

/** One leg of a switch: two of its terminals, and the positions of its control in which they are joined. */
export interface SwitchLeg {
  readonly a: string;
  readonly b: string;
  readonly closedIn: readonly string[];
}

/** Its terminals are the ones its legs name. */
export interface SwitchPart extends PartCommon {
  readonly kind: 'switch';
  /** The control that a person moves. */
  readonly control: string;
  readonly legs: readonly SwitchLeg[];
}

/** A sound closed contact, ohms; judgement, as a relay's. */
const contactOhms = 0.005;
/** Ohms that stand for a burnt one. */
const burntOhms: readonly number[] = [0.1, 0.3, 1, 3, 10, 40];
/** Ohms of one that has welded. */
const weldedOhms = 0.01;

function legRole({ a, b }: SwitchLeg): string {
  return `${a}-${b}`;
}

export const switchKind: PartKind<SwitchPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: (part) => [...new Set(part.legs.flatMap((leg) => [leg.a, leg.b]))],
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  failuresShow: false,
  failures: ({ legs }) =>
    legs.flatMap((leg) => [
      {
        name: legs.length === 1 ? 'never closes' : `pins ${leg.a} and ${leg.b} never join`,
        rate: partRates.switchNeverCloses,
        hazard: 'open',
        effects: [{ kind: 'cut', role: legRole(leg), atRest: [] }],
      },
      {
        name: legs.length === 1 ? 'burnt contact' : `burnt contact between pins ${leg.a} and ${leg.b}`,
        rate: partRates.switchBurnt,
        hazard: 'open',
        effects: burntOhms.map((ohms) => ({ kind: 'added', role: legRole(leg), ohms })),
      },
      {
        name: legs.length === 1 ? 'never opens' : `pins ${leg.a} and ${leg.b} never part`,
        rate: partRates.switchNeverOpens,
        hazard: 'open',
        effects: [{ kind: 'tie', terminal: leg.a, other: leg.b, ohms: weldedOhms }],
        stays: true,
      },
    ]),
  stamp(part, { builder, node, state }) {
    const position = state.controls[part.control];
    for (const leg of part.legs) {
      if (position !== undefined && leg.closedIn.includes(position)) {
        builder.resistor(legRole(leg), node(leg.a), node(leg.b), contactOhms);
      }
    }
  },
};
