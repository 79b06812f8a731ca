import type { PartFailure } from '../faults/effect';
import type { PartCommon, PartKind } from './partKind';

/**
 * A load that is near enough a fixed resistance while it works, terminals `1` and `2`: an appliance or a light strip
 * (`resistor`), a heater, a solenoid or clutch coil, a motor at its running current.
 */
export interface OhmicLoadPart extends PartCommon {
  readonly kind: 'resistor' | 'heater' | 'solenoid' | 'motor';
  readonly ohms: number;
}

/** What each of them calls its failures, and how often it opens, in metres of plain wire. Judgement. */
const openings: Readonly<Record<OhmicLoadPart['kind'], { readonly name: string; readonly rate: number }>> = {
  resistor: { name: 'open inside', rate: 0.6 },
  heater: { name: 'element open', rate: 0.8 },
  solenoid: { name: 'coil open', rate: 0.6 },
  motor: { name: 'brushes or winding open', rate: 1.2 },
};

export const ohmicLoadKind: PartKind<OhmicLoadPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: () => ['1', '2'],
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  failuresShow: false,
  failures: ({ kind }): readonly PartFailure[] => [
    { ...openings[kind], hazard: 'open', effects: [{ kind: 'cut', role: 'element', atRest: [] }] },
    {
      name: 'shorted to its case',
      rate: 0.3,
      hazard: 'short to ground',
      effects: [{ kind: 'short', terminal: '1', ohms: 0.1 }],
    },
  ],
  stamp(part, { builder, node }) {
    builder.resistor('element', node('1'), node('2'), part.ohms);
  },
};
