import { defineInstrument, notApplicable } from './instrument';
import { judgedSteps, watchedSlips } from './prediction';
import { withFlicker } from './testLamp';
import { loadTargets, nodeAt, watchedLoad } from './targets';

/** Share of its rated power at which a load is called weak, and at which it is called working. */
const thresholds: readonly number[] = [0.05, 0.6];
const spread = 0.25;

/** A consumer, watched: a symptom is a reading that costs nothing but a look. */
export const load = defineInstrument({
  id: 'load',
  name: 'watch',
  flag: 'watch here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'dead', name: 'Dead' },
      { id: 'weak', name: 'Weak' },
      { id: 'works', name: 'Works' },
      { id: 'flickers', name: 'Flickers or buzzes' },
    ],
  },
  electrical: true,
  minutes: 0.3,
  slips: watchedSlips,
  targets: loadTargets,
  // Seen from where one stands: no trim comes off for it.
  place: () => undefined,
  instruction: (circuit, at) => `See whether ${watchedLoad(circuit, at).name} works`,
  mayPropose: (circuit, state, at) =>
    state.batteryConnected &&
    watchedLoad(circuit, at).shows !== 'not' &&
    !state.apart.includes(watchedLoad(circuit, at).part),
  // A load that should be off tells nothing by being off.
  worthAsking: (healthy) => healthy.kind === 'outcomes' && (healthy.chances[0] ?? 0) < 0.5,
  connect(context, at) {
    const { part, a, b, role, powerShare } = watchedLoad(context.circuit, at);
    if (context.state.apart.includes(part)) return notApplicable('It is unplugged.');
    return {
      probe: {
        kind: 'work',
        a: nodeAt(context, `${part}.${a}`),
        b: nodeAt(context, `${part}.${b}`),
        part,
        role,
      },
      show: (across) => ({
        kind: 'outcomes',
        chances: withFlicker(judgedSteps(powerShare(across), thresholds, spread)),
      }),
    };
  },
});
