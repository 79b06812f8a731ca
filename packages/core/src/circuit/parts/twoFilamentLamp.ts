import { partRates } from './partRates';
import { filamentOf, holderShortOhms, lampShare, socketFailures, socketOhms } from './lamp';
import type { PartCommon, PartKind, ShowsItself } from './partKind';

/** One bulb with two filaments and one ground: terminals `1` and `2`, one for each filament, and `ground`. */
export interface TwoFilamentLampPart extends PartCommon {
  readonly kind: 'two-filament lamp';
  /** Watts of each filament at 13.5 V (27 V in a 24 V vehicle). */
  readonly watts: readonly [number, number];
  /** What each of them is for: `tail`, `brake`. */
  readonly uses: readonly [string, string];
  /** How it shows that it works; seen when absent. */
  readonly shows?: ShowsItself | undefined;
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
      a: `contact ${pin}`,
      b: 'shell',
      role: pin,
      powerShare: lampShare(part.watts[index]!, nominalVolts),
      shows: part.shows ?? 'seen',
    })),
  failuresShow: false,
  failures: ({ uses }) => [
    ...pins.map((pin, index) => ({
      name: `${uses[index]!} filament burnt out`,
      rate: partRates.bulbBurntOut / 2,
      hazard: 'open' as const,
      effects: [{ kind: 'cut' as const, role: pin, atRest: [] }],
    })),
    {
      name: 'shorted in its holder',
      rate: partRates.bulbShorted,
      hazard: 'short to ground',
      effects: holderShortOhms.map((ohms) => ({ kind: 'short', terminal: '1', ohms })),
    },
    ...pins.flatMap((pin, index) => socketFailures(`socket ${pin}`, `${uses[index]!} contact in its socket`)),
    ...socketFailures('socket ground', 'ground contact in its socket'),
  ],
  stamp(part, { builder, node, nominalVolts }) {
    const shell = builder.inside('shell');
    builder.resistor('socket ground', shell, node('ground'), socketOhms);
    pins.forEach((pin, index) => {
      const contact = builder.inside(`contact ${pin}`);
      builder.resistor(`socket ${pin}`, node(pin), contact, socketOhms);
      builder.filament(pin, contact, shell, filamentOf(part.watts[index]!, nominalVolts));
    });
  },
};
