import type { Circuit } from '../circuit/circuit';
import { partById } from '../circuit/terminals';
import { filamentOf, ratedLampVolts } from '../parts/lamp';
import { filamentAmps } from '../solver/filament';
import type { Instrument, Target } from './instrument';
import { laidInVain } from './instrument';
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
  lay(setting, at) {
    if (setting.state.apart.includes(at)) return laidInVain('It is unplugged.');
    const share = powerShare(setting.circuit, at);
    return {
      probe: { kind: 'across', a: nodeAt(setting, `${at}.1`), b: nodeAt(setting, `${at}.2`) },
      show: (across) => ({ kind: 'outcomes', chances: judgedSteps(share(across), thresholds, spread) }),
    };
  },
};

/** Share of its rated power that a load takes at so many volts. */
function powerShare(circuit: Circuit, at: Target): (across: number) => number {
  const part = partById(circuit, at);
  const rated = ratedLampVolts(circuit.nominalVolts);
  if (part.kind !== 'lamp') return (across) => (across / rated) ** 2;
  const watts = part.watts * part.count;
  const filament = filamentOf(watts, circuit.nominalVolts);
  return (across) => (filamentAmps(filament, across) * across) / watts;
}
