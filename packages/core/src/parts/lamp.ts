import { filamentAmps } from '../solver/filament';
import type { FilamentModel } from '../solver/network';
import type { PartCommon, PartKind } from './partKind';

/** Terminals `1` and `2`. One filament, or `count` equal ones in parallel in one housing. */
export interface LampPart extends PartCommon {
  readonly kind: 'lamp';
  /** Watts of each filament at 13.5 V (27 V in a 24 V vehicle). */
  readonly watts: number;
  readonly count: number;
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

export const lampKind: PartKind<LampPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: () => ['1', '2'],
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  consumers: ({ name, watts, count }, nominalVolts) => [
    { id: '', name, a: '1', b: '2', role: 'filament', powerShare: lampShare(watts * count, nominalVolts) },
  ],
  failuresShow: false,
  failures: () => [
    {
      name: 'burnt out',
      rate: 1.5,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'filament', atRest: [] }],
    },
    {
      name: 'shorted in its holder',
      rate: 0.3,
      hazard: 'short to ground',
      effects: [{ kind: 'short', terminal: '1', ohms: 0.1 }],
    },
  ],
  stamp(part, { builder, node, nominalVolts }) {
    builder.filament('filament', node('1'), node('2'), filamentOf(part.watts * part.count, nominalVolts));
  },
};
