import type { TerminalRef } from '../circuit/terminalRef';
import { terminalName } from '../circuit/terminals';
import { REFERENCE } from '../network/network';
import type { NumberScale, Prediction } from './prediction';
import { toScale } from './prediction';
import { defineInstrument } from './instrument';
import { nodeAt, terminalPlace, terminalTargets } from './targets';

/** Leads and touch cost about 0.15 Ω; cold filaments and resistances spread by some per cent. */
export const ohmsScale: NumberScale = {
  unit: 'Ω',
  absolute: 0.15,
  relative: 0.08,
  least: 0,
  greatest: 5e7,
  overload: true,
  elsewhere: [[0, 2]],
};
/** Volts at the probe above which an ohms reading is nonsense. */
export const liveVolts = 0.02;

/** Ohms to ground, about a milliamp, only with the power off; it sees every parallel path. */
export const ohmmeter = defineInstrument({
  id: 'ohmmeter',
  name: 'ohms to ground',
  flag: 'probe here',
  display: { kind: 'number', scale: ohmsScale },
  electrical: true,
  minutes: 0.6,
  targets: terminalTargets,
  place: terminalPlace,
  instruction: (circuit, at) => `Ohms to ground on ${terminalName(circuit, at as TerminalRef)}`,
  mayPropose: () => true,
  onDeadPoints: true,
  connect(context, at) {
    return { probe: { kind: 'port', node: nodeAt(context, at), against: REFERENCE }, show: showOhms };
  },
});

/** What an ohmmeter shows between two points: a milliamp through every path there is, and nonsense where it is live. */
export function showOhms(volts: number, ohms: number): Prediction {
  if (ohms > ohmsScale.greatest)
    return { kind: 'number', mean: 0, deviation: ohmsScale.relative, overload: 1 };
  if (!(Math.abs(volts) <= liveVolts)) {
    return { kind: 'meaningless', why: 'This point is live: ohms read with the power on mean nothing.' };
  }
  return { kind: 'number', mean: toScale(ohmsScale, ohms), deviation: ohmsScale.relative, overload: 0 };
}
