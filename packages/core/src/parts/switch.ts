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

export const switchKind: PartKind<SwitchPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: (part) => [...new Set(part.legs.flatMap((leg) => [leg.a, leg.b]))],
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  stamp(part, { builder, node, state }) {
    const position = state.controls[part.control];
    for (const leg of part.legs) {
      if (position !== undefined && leg.closedIn.includes(position)) {
        builder.resistor(part.id, node(leg.a), node(leg.b), contactOhms);
      }
    }
  },
};
