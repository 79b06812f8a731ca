import { filamentOf, lampShare } from './lamp';
import type { PartCommon, PartKind } from './partKind';

/** One bulb with two filaments and one ground: terminals `1` and `2`, one for each filament, and `ground`. */
export interface TwoFilamentLampPart extends PartCommon {
  readonly kind: 'two-filament lamp';
  /** Watts of each filament at 13.5 V (27 V in a 24 V vehicle). */
  readonly watts: readonly [number, number];
  /** What each of them is for: `tail`, `brake`. */
  readonly uses: readonly [string, string];
}

const pins = ['1', '2'] as const;

export const twoFilamentLampKind: PartKind<TwoFilamentLampPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: () => [...pins, 'ground'],
  terminalLabel: (part, terminal) =>
    terminal === 'ground' ? 'ground pin' : `pin ${terminal} (${part.uses[terminal === '1' ? 0 : 1]})`,
  consumers: (part, nominalVolts) =>
    pins.map((pin, index) => ({
      id: pin,
      name: `${part.name} ${part.uses[index]!}`,
      a: pin,
      b: 'ground',
      role: pin,
      powerShare: lampShare(part.watts[index]!, nominalVolts),
    })),
  failuresShow: false,
  failures: ({ uses }) => [
    ...pins.map((pin, index) => ({
      name: `${uses[index]!} filament burnt out`,
      rate: 1,
      hazard: 'open' as const,
      effects: [{ kind: 'cut' as const, role: pin, atRest: [] }],
    })),
    {
      name: 'shorted in its holder',
      rate: 0.3,
      hazard: 'short to ground',
      effects: [{ kind: 'short', terminal: '1', ohms: 0.1 }],
    },
  ],
  stamp(part, { builder, node, nominalVolts }) {
    pins.forEach((pin, index) => {
      builder.filament(pin, node(pin), node('ground'), filamentOf(part.watts[index]!, nominalVolts));
    });
  },
};
