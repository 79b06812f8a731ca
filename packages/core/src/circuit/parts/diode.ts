import { partRates } from './partRates';
import type { SwitchingDevice } from '../../network/network';
import type { PartCommon, PartKind } from './partKind';

/** Terminals `anode` and `cathode`. */
export interface DiodePart extends PartCommon {
  readonly kind: 'diode';
}

/** Forward drop of a silicon diode, volts, and the ohms of its straight part. Judgement. */
const dropVolts = 0.7;
const forwardOhms = 0.05;
/** A diode into a wire that hangs on nothing stands just at its drop, but for rounding: it stays as it is. */
const slackVolts = 1e-6;
/** Ohms of a diode that has broken down. */
const shortedOhms = 0.1;

/** A diode in two straight pieces: nothing below its drop, its drop and some ohms above. */
export function diodeContact(role: string, anode: number, cathode: number): Omit<SwitchingDevice, 'owner'> {
  return {
    role,
    a: anode,
    b: cathode,
    ohms: forwardOhms,
    sourceVolts: dropVolts,
    atRest: false,
    next: (joined, volts) => volts(anode) - volts(cathode) > dropVolts - (joined ? slackVolts : 0),
  };
}

export const diodeKind: PartKind<DiodePart> = {
  removal: null,
  removalMinutes: 1,
  terminals: () => ['anode', 'cathode'],
  terminalLabel: (_part, terminal) => terminal,
  failuresShow: false,
  failures: () => [
    {
      name: 'diode open',
      rate: partRates.diodeOpen,
      hazard: 'open',
      effects: [{ kind: 'hold', role: 'junction', joined: false }],
    },
    {
      name: 'diode shorted',
      rate: partRates.diodeShorted,
      hazard: 'open',
      effects: [{ kind: 'bridge', role: 'junction', ohms: shortedOhms }],
    },
  ],
  stamp(_part, { builder, node }) {
    builder.switching(diodeContact('junction', node('anode'), node('cathode')));
  },
};
