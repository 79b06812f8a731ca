import { partById } from '../circuit/terminals';
import { filamentOf, ratedLampVolts } from '../parts/lamp';
import { filamentAmps } from '../solver/filament';
import type { Bench, Instrument, Target } from './instrument';
import { judgedSteps } from './prediction';
import { loadTargets, nodeAt } from './targets';

/** Share of its rated power at which a load is called weak, and at which it is called working. */
const thresholds: readonly number[] = [0.05, 0.6];
const spread = 0.25;

/** A consumer, watched: a symptom is a reading that costs nothing but a look. */
export const load: Instrument = {
  id: 'load',
  name: 'watch',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'dead', name: 'Dead' },
      { id: 'weak', name: 'Weak' },
      { id: 'works', name: 'Works' },
    ],
  },
  electrical: true,
  minutes: 0.3,
  targets: loadTargets,
  // Seen from where one stands: no trim comes off for it.
  place: () => undefined,
  instruction: (circuit, at) => `See whether ${partById(circuit, at).name} works`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && !state.apart.includes(at),
  predict(bench, at) {
    if (bench.state.apart.includes(at)) return { kind: 'meaningless', why: 'It is unplugged.' };
    return { kind: 'outcomes', chances: judgedSteps(powerShare(bench, at), thresholds, spread) };
  },
};

function powerShare(bench: Bench, at: Target): number {
  const part = partById(bench.circuit, at);
  const across =
    bench.solution.volts(nodeAt(bench, `${at}.1`)) - bench.solution.volts(nodeAt(bench, `${at}.2`));
  if (part.kind !== 'lamp') return (across / ratedLampVolts(bench.circuit.nominalVolts)) ** 2;
  const watts = part.watts * part.count;
  return (filamentAmps(filamentOf(watts, bench.circuit.nominalVolts), across) * across) / watts;
}
