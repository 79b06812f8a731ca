import { partRates } from './partRates';
import { REFERENCE } from '../../network/network';
import type { PartCommon, PartKind } from './partKind';

/** Terminal `x`: an eyelet bolted to the body, which is the reference of all voltages. */
export interface GroundPart extends PartCommon {
  readonly kind: 'ground';
}

/** Resistance of a sound bolted eyelet, ohms; judgement within the 0.1 V that the trade allows a ground at 50 A. */
const groundContactOhms = 0.001;
/** Ohms that stand for a loose or rusty eyelet. */
const weakOhms: readonly number[] = [0.1, 0.3, 1, 3, 10, 40];

export const groundKind: PartKind<GroundPart> = {
  removal: null,
  removalMinutes: 0,
  terminals: () => ['x'],
  terminalLabel: () => 'eyelet',
  failuresShow: true,
  failures: () => [
    {
      name: 'ground lost',
      rate: partRates.groundLost,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'eyelet', atRest: [] }],
    },
    {
      name: 'weak ground',
      rate: partRates.groundWeak,
      hazard: 'wet path to ground',
      effects: weakOhms.map((ohms) => ({ kind: 'added', role: 'eyelet', ohms })),
    },
  ],
  stamp(_part, { builder, node }) {
    builder.resistor('eyelet', node('x'), REFERENCE, groundContactOhms);
  },
};
