import { REFERENCE } from '../solver/network';
import type { PartCommon, PartKind } from './partKind';

/** Terminal `x`: an eyelet bolted to the body, which is the reference of all voltages. */
export interface GroundPart extends PartCommon {
  readonly kind: 'ground';
}

/** Resistance of a sound bolted eyelet, ohms; judgement within the 0.1 V that the trade allows a ground at 50 A. */
export const groundContactOhms = 0.001;

export const groundKind: PartKind<GroundPart> = {
  removal: null,
  removalMinutes: 0,
  terminals: () => ['x'],
  terminalLabel: () => 'eyelet',
  stamp(part, { builder, node }) {
    builder.resistor(part.id, node('x'), REFERENCE, groundContactOhms);
  },
};
