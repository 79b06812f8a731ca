import type { PartFailure } from '../faults/effect';
import { ratedLampVolts } from './lamp';
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

/** A winding whose turns have run together: it draws more, and more still as it warms. */
export const shortedTurns = 'winding partly shorted';

/** Ohms of a load with some of its turns shorted, and of a motor that stalls, as shares of its own. */
const shortedTurnsShare = 0.5;
const stalledShare = 1 / 6;

/** How many times its own current a motor draws that turns hard, and the share of its work that it still does. Judgement. */
const draggingTimes = [
  [1.7, 0.8],
  [2.8, 0.5],
  [4, 0.2],
] as const;

/** What lies across an element that comes down to a share of its ohms, and the share of its work that it still does. */
function across(ohms: number, share: number, works: number): PartFailure['effects'] {
  return [{ kind: 'bridge', role: 'element', ohms: (ohms * share) / (1 - share), works }];
}

/** Failures of what is wound. Rates: judgement. */
function windingFailures({ kind, ohms }: OhmicLoadPart): readonly PartFailure[] {
  const shorted: PartFailure = {
    name: shortedTurns,
    rate: 0.2,
    hazard: 'open',
    effects: across(ohms, shortedTurnsShare, 0.5),
  };
  const stalled: PartFailure = {
    name: 'stalls',
    rate: 0.3,
    hazard: 'open',
    effects: across(ohms, stalledShare, 0),
  };
  const drags: PartFailure = {
    name: 'drags, draws too much',
    rate: 0.5,
    hazard: 'open',
    effects: draggingTimes.flatMap(([times, works]) => across(ohms, 1 / times, works)),
  };
  return kind === 'motor' ? [shorted, stalled, drags] : kind === 'solenoid' ? [shorted] : [];
}

export const ohmicLoadKind: PartKind<OhmicLoadPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: () => ['1', '2'],
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  consumers: ({ name }, nominalVolts) => [
    {
      id: '',
      name,
      a: '1',
      b: '2',
      role: 'element',
      powerShare: (volts) => (volts / ratedLampVolts(nominalVolts)) ** 2,
    },
  ],
  failuresShow: false,
  failures: (part): readonly PartFailure[] => [
    { ...openings[part.kind], hazard: 'open', effects: [{ kind: 'cut', role: 'element', atRest: [] }] },
    {
      name: 'shorted to its case',
      rate: 0.3,
      hazard: 'short to ground',
      effects: [{ kind: 'short', terminal: '1', ohms: 0.1 }],
    },
    ...windingFailures(part),
  ],
  stamp(part, { builder, node }) {
    builder.resistor('element', node('1'), node('2'), part.ohms);
  },
};
