import type { TerminalRef } from '../circuit/terminalRef';
import { terminalName } from '../circuit/terminals';
import { REFERENCE } from '../network/network';
import { judgedSteps } from './prediction';
import { normalCdf } from '../statistics/normal';
import { defineInstrument } from './instrument';
import { nodeAt, terminalPlace, terminalTargets } from './targets';

/** Shares of nominal volts between which neither light comes on, and how sharp that is. Judgement. */
const lowBelow = 0.2;
const highAbove = 0.6;
const spread = 0.1;
/** Ohms behind a point above which the tester's own resistors decide: it shows nothing. */
const sourceOhms = 100_000;
const ohmsSpread = 0.5;

/** A tester with lights that draws next to nothing: the one for a module's pins. */
export const logicTester = defineInstrument({
  id: 'logic-tester',
  name: 'logic tester',
  flag: 'probe here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'low', name: 'Low (ground)' },
      { id: 'neither', name: 'Neither' },
      { id: 'high', name: 'High (supply)' },
    ],
  },
  electrical: true,
  minutes: 0.5,
  targets: terminalTargets,
  place: terminalPlace,
  instruction: (circuit, at) => `Logic tester on ${terminalName(circuit, at as TerminalRef)}`,
  mayPropose: (_circuit, state) => state.batteryConnected,
  connect(context, at) {
    const { nominalVolts } = context.circuit;
    return {
      probe: { kind: 'port', node: nodeAt(context, at), against: REFERENCE },
      show(volts, ohms) {
        const firm = Number.isFinite(ohms) ? 1 - normalCdf(Math.log(ohms / sourceOhms) / ohmsSpread) : 0;
        const [low, between, high] = judgedSteps(volts / nominalVolts, [lowBelow, highAbove], spread);
        return { kind: 'outcomes', chances: [firm * low!, firm * between! + (1 - firm), firm * high!] };
      },
    };
  },
});
