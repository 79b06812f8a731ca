import type { PartFailure } from './effect';
import { partRates } from './partRates';
import { ratedLampVolts } from './lamp';
import type { PartCommon, PartKind, ShowsItself } from './partKind';
import { whereAssumed } from './partKind';

/**
 * A load that is near enough a fixed resistance while it works, terminals `1` and `2`: an appliance or a light strip
 * (`resistor`), a heater, a solenoid or clutch coil, a motor at its running current.
 */
export interface OhmicLoadPart extends PartCommon {
  readonly kind: 'resistor' | 'heater' | 'solenoid' | 'motor';
  readonly ohms: number;
  /** How it shows that it works; by its kind when absent. */
  readonly shows?: ShowsItself | undefined;
}

const usuallyShows: Readonly<Record<OhmicLoadPart['kind'], ShowsItself>> = {
  resistor: 'seen',
  heater: 'felt',
  solenoid: 'heard',
  motor: 'heard',
};

/** What each of them calls its failures, and how often it opens, in metres of plain wire. Judgement. */
const openings: Readonly<Record<OhmicLoadPart['kind'], { readonly name: string; readonly rate: number }>> = {
  resistor: { name: 'open inside', rate: partRates.loadOpen },
  heater: { name: 'element open', rate: partRates.heaterOpen },
  solenoid: { name: 'coil open', rate: partRates.coilOpen },
  motor: { name: 'brushes or winding open', rate: partRates.motorOpen },
};

/** A winding whose turns have run together: it draws more, and more still as it warms. */
export const shortedTurns = 'winding partly shorted';

/**
 * What is left of a winding's ohms when turns have run together, from a few of them to nearly all, with the share of
 * its work that it still does; and of a motor's that stalls.
 */
const shortedTurnsShares = [
  [0.75, 0.8],
  [0.5, 0.5],
  [0.33, 0.3],
  [0.2, 0.1],
  [0.1, 0.05],
  [0.04, 0],
] as const;
const stalledShares = [1 / 4, 1 / 6, 1 / 8] as const;
/** Ohms from a load's feed to its case or the body. */
const caseOhms: readonly number[] = [0.02, 0.06, 0.15, 0.35, 0.8, 2, 6];
/** A clean pin in its plug, and a green one, ohms. Judgement. */
const pinOhms = 0.003;
const weakPinOhms: readonly number[] = [0.3, 1, 3, 10, 40];

/** How many times its own current a motor draws that turns hard, and the share of its work that it still does. Judgement. */
const draggingTimes = [
  [1.35, 0.9],
  [1.8, 0.75],
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
    rate: partRates.turnsShorted,
    hazard: 'open',
    effects: shortedTurnsShares.flatMap(([share, works]) => across(ohms, share, works)),
  };
  const stalled: PartFailure = {
    name: 'stalls',
    rate: partRates.motorStalls,
    hazard: 'open',
    effects: stalledShares.flatMap((share) => across(ohms, share, 0)),
  };
  const drags: PartFailure = {
    name: 'drags, draws too much',
    rate: partRates.motorDrags,
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
  consumers: ({ name, kind, shows = usuallyShows[kind] }, nominalVolts) => [
    {
      id: '',
      name,
      a: 'pin',
      b: '2',
      role: 'element',
      powerShare: (volts) => (volts / ratedLampVolts(nominalVolts)) ** 2,
      shows,
    },
  ],
  failuresShow: false,
  failures: (part): readonly PartFailure[] => [
    { ...openings[part.kind], hazard: 'open', effects: [{ kind: 'cut', role: 'element', atRest: [] }] },
    {
      name: 'shorted to its case',
      rate: partRates.shortedToCase,
      hazard: 'short to ground',
      effects: caseOhms.map((ohms) => ({ kind: 'short', terminal: '1', ohms })),
    },
    {
      name: 'pin pushed out of its plug',
      rate: partRates.plugPinOpen,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'pin', atRest: [], inPlug: true }],
    },
    {
      name: 'pin green in its plug',
      rate: partRates.plugPinWeak,
      hazard: 'wet path to ground',
      effects: weakPinOhms.map((ohms) => ({ kind: 'added', role: 'pin', ohms, inPlug: true })),
    },
    ...windingFailures(part),
  ],
  stamp(part, { builder, node, unknowns }) {
    const pin = builder.inside('pin');
    builder.resistor('pin', node('1'), pin, pinOhms);
    builder.resistor('element', pin, node('2'), whereAssumed(part, 'ohms', part.ohms, unknowns));
  },
};
