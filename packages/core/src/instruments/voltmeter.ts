import type { TerminalRef } from '../circuit/terminalRef';
import { terminalName } from '../circuit/terminals';
import { REFERENCE } from '../network/network';
import type { NumberScale, Prediction } from './prediction';
import { toScale } from './prediction';
import { defineInstrument } from './instrument';
import { nodeAt, terminalPlace, terminalTargets } from './targets';

/** The meter is good to hundredths; the battery's own volts are not known to better than some tenths. */
const scale: NumberScale = {
  unit: 'V',
  absolute: 0.1,
  relative: 0.03,
  least: -60,
  greatest: 60,
  overload: false,
  elsewhere: [
    [-0.1, 0.3],
    [11, 14.5],
  ],
};
/** Input resistance of a digital meter. */
const inputOhms = 1e7;

/** Volts to ground. On a wire that is tied to nothing it shows what is not there. */
export const voltmeter = defineInstrument({
  id: 'voltmeter',
  name: 'volts to ground',
  flag: 'probe here',
  display: { kind: 'number', scale },
  electrical: true,
  minutes: 0.5,
  targets: terminalTargets,
  place: terminalPlace,
  instruction: (circuit, at) => `Volts to ground on ${terminalName(circuit, at as TerminalRef)}`,
  mayPropose: (_circuit, state) => state.batteryConnected,
  connect(context, at) {
    return { probe: { kind: 'port', node: nodeAt(context, at), against: REFERENCE }, show };
  },
});

function show(volts: number, ohms: number): Prediction {
  if (!Number.isFinite(ohms)) return { kind: 'floating' };
  const shown = (volts * inputOhms) / (inputOhms + ohms);
  return { kind: 'number', mean: toScale(scale, shown), deviation: scale.relative, overload: 0 };
}
