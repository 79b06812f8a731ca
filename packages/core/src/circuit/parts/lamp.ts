import { filamentAmps } from '../../physics/filament';
import type { FilamentModel } from '../../physics/filament';
import type { PartFailure } from './effect';
import { partRates } from './partRates';
import type { PartCommon, PartKind, ShowsItself } from './partKind';
import { whereAssumed } from './partKind';

/** Terminals `1` and `2`. One filament, or `count` equal ones in parallel in one housing. */
export interface LampPart extends PartCommon {
  readonly kind: 'lamp';
  /** Watts of each filament at 13.5 V (27 V in a 24 V vehicle). */
  readonly watts: number;
  readonly count: number;
  /** How it shows that it works; seen when absent. */
  readonly shows?: ShowsItself | undefined;
}

/** Cold resistance of a tungsten filament as a share of hot: about 1/12 for vehicle lamps. */
const coldShare = 1 / 12;

/** Rated volts of a lamp: 13.5 V in a 12 V vehicle, 27 V in a 24 V one. */
export function ratedLampVolts(nominalVolts: number): number {
  return (nominalVolts * 13.5) / 12;
}

/**
 * The filament of a lamp of so many watts: `R(V) = Rc + (Rh - Rc) * sqrt(|V| / Vn)`, an empirical fit to
 * `I ∝ V^0.55` near rated volts.
 */
export function filamentOf(watts: number, nominalVolts: number): FilamentModel {
  const ratedVolts = ratedLampVolts(nominalVolts);
  const hotOhms = ratedVolts ** 2 / watts;
  return { coldOhms: hotOhms * coldShare, hotOhms, ratedVolts };
}

/** Share of its rated power that a lamp of so many watts takes at so many volts. */
export function lampShare(watts: number, nominalVolts: number): (volts: number) => number {
  const filament = filamentOf(watts, nominalVolts);
  return (volts) => (filamentAmps(filament, volts) * volts) / watts;
}

/** A clean contact in a bulb's socket, ohms. Judgement. */
export const socketOhms = 0.005;
/** Ohms of a bad contact in a bulb's socket, and of a bulb or its holder that touches the body. */
const weakSocketOhms: readonly number[] = [0.5, 1.5, 5, 20, 100];
export const holderShortOhms: readonly number[] = [0.02, 0.06, 0.15, 0.35, 0.8, 2, 6];

/** What goes wrong at one contact of a bulb's socket: a new bulb does not cure it. */
export function socketFailures(role: string, where: string): readonly PartFailure[] {
  return [
    {
      name: `${where} open`,
      rate: partRates.bulbSocketOpen / 2,
      hazard: 'open',
      effects: [{ kind: 'cut', role, atRest: [], inPlug: true }],
    },
    {
      name: `${where} poor`,
      rate: partRates.bulbSocketWeak / 2,
      hazard: 'wet path to ground',
      effects: weakSocketOhms.map((ohms) => ({ kind: 'added', role, ohms, inPlug: true })),
    },
  ];
}

export const lampKind: PartKind<LampPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: () => ['1', '2'],
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  consumers: ({ name, watts, count, shows = 'seen' }, nominalVolts) => [
    {
      id: '',
      name,
      a: 'contact',
      b: '2',
      role: 'filament',
      powerShare: lampShare(watts * count, nominalVolts),
      shows,
    },
  ],
  failuresShow: false,
  failures: () => [
    {
      name: 'burnt out',
      rate: partRates.bulbBurntOut,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'filament', atRest: [] }],
    },
    {
      name: 'shorted in its holder',
      rate: partRates.bulbShorted,
      hazard: 'short to ground',
      effects: holderShortOhms.map((ohms) => ({ kind: 'short', terminal: '1', ohms })),
    },
    ...socketFailures('socket', 'contact in its socket'),
  ],
  stamp(part, { builder, node, nominalVolts, unknowns }) {
    const contact = builder.inside('contact');
    builder.resistor('socket', node('1'), contact, socketOhms);
    const watts = part.count * whereAssumed(part, 'watts', part.watts, unknowns);
    builder.filament('filament', contact, node('2'), filamentOf(watts, nominalVolts));
  },
};
