import { partRates } from './partRates';
import type { PartCommon, PartKind } from './partKind';

/** For each cavity `n` two terminals, `na` and `nb`, one in each half. */
export interface ConnectorPart extends PartCommon {
  readonly kind: 'connector';
  readonly cavities: readonly string[];
  /** What the two halves are called: `['body side', 'door side']` for a and b. */
  readonly halves: readonly [string, string];
}

/** A sound crimped pin in its cavity, ohms; judgement, well inside the 0.1 V allowed at 15 A. */
const pinOhms = 0.002;
/** Ohms that stand for a corroded pin. */
const weakOhms: readonly number[] = [0.15, 0.5, 1.5, 5, 20, 100];

export const connectorKind: PartKind<ConnectorPart> = {
  removal: 'part',
  removalMinutes: 0.5,
  terminals: (part) => part.cavities.flatMap((cavity) => [`${cavity}a`, `${cavity}b`]),
  terminalLabel: (part, terminal) =>
    `pin ${terminal.slice(0, -1)}, ${part.halves[terminal.endsWith('a') ? 0 : 1]}`,
  failuresShow: true,
  failures: ({ cavities }) =>
    cavities.flatMap((cavity) => [
      {
        name: `pin ${cavity} backed out`,
        rate: partRates.connectorPinOpen,
        hazard: 'open',
        effects: [{ kind: 'cut', role: cavity, atRest: [] }],
      },
      {
        name: `pin ${cavity} corroded`,
        rate: partRates.connectorPinWeak,
        hazard: 'wet path to ground',
        effects: weakOhms.map((ohms) => ({ kind: 'added', role: cavity, ohms })),
      },
    ]),
  stamp(part, { builder, node }) {
    for (const cavity of part.cavities) {
      builder.resistor(cavity, node(`${cavity}a`), node(`${cavity}b`), pinOhms);
    }
  },
};
