import type { TerminalRef } from '../circuit/terminalRef';
import { terminalName } from '../circuit/terminals';
import { REFERENCE } from '../network/network';
import { liveVolts } from './ohmmeter';
import { judgedSteps } from './prediction';
import { defineInstrument } from './instrument';
import { nodeAt, terminalPlace, terminalTargets } from './targets';

/** Ohms below which meters beep, and how far they differ, as the standard deviation of the logarithm. Judgement. */
export const beepsBelow = 30;
const spread = 0.25;

/** The meter's beeper to ground: quick, and easily fooled, since many a healthy load beeps as well. */
export const beeper = defineInstrument({
  id: 'beeper',
  name: 'beeper to ground',
  flag: 'probe here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'beeps', name: 'Beeps' },
      { id: 'silent', name: 'Silent' },
    ],
  },
  electrical: true,
  minutes: 0.4,
  targets: terminalTargets,
  place: terminalPlace,
  instruction: (circuit, at) => `Beeper to ground on ${terminalName(circuit, at as TerminalRef)}`,
  mayPropose: () => true,
  onDeadPoints: true,
  connect(context, at) {
    return {
      probe: { kind: 'port', node: nodeAt(context, at), against: REFERENCE },
      show(volts, ohms) {
        if (!Number.isFinite(ohms)) return { kind: 'outcomes', chances: [0, 1] };
        if (!(Math.abs(volts) <= liveVolts)) {
          return { kind: 'meaningless', why: 'This point is live: the beeper means nothing there.' };
        }
        return { kind: 'outcomes', chances: judgedSteps(ohms, [beepsBelow], spread) };
      },
    };
  },
});
