import { judgeTrace } from '../../../src/diagnostics/traces/judgeTrace';
import type { LiveScene } from '../../../src/diagnostics/traces/liveRecorder';
import { liveRecorder } from '../../../src/diagnostics/traces/liveRecorder';
import { measureTrace } from '../../../src/diagnostics/traces/measureTrace';
import type { Recorder, Recording } from '../../../src/diagnostics/traces/recordTrace';
import { recordTrace } from '../../../src/diagnostics/traces/recordTrace';
import { seededRandom } from '../../../src/statistics/seededRandom';

const recorder: Recorder = { samplesPerSecond: 500, noiseAmps: 0.05, offsetAmps: 0.1, gain: 1, decimals: 3 };
const recording: Recording = {
  character: 'motor',
  healthyAmps: 11,
  kind: 'contact bounces',
  times: 1,
  seconds: 40,
  onAt: 1,
  pulseHertz: 180,
  bars: 12,
  limitAmps: 210,
};
const scene = (part: Partial<Recording>, loosePlace: string | null): LiveScene => ({
  recording: { ...recording, ...part },
  loosePlace,
  fuse: { style: 'regular blade', ratingAmps: 30 },
});

/** Runs in steps of a twentieth of a second, as a page does, moving one place for the whole of it. */
function recorded(where: LiveScene, moved: string | null, seed: number) {
  const live = liveRecorder(where, recorder, seededRandom(seed));
  for (let tick = 0; tick < 900; tick++) live.run(0.05, moved);
  return live.trace();
}
const amps = (trace: ReturnType<typeof recorded>) => trace.channels[0]!.values;

test('moving the loose place shows in the recording; moving another, or none, hardly ever does', () => {
  const lossesWith = (moved: string | null) =>
    [1, 2, 3, 4, 5].reduce(
      (sum, seed) => sum + measureTrace(recorded(scene({}, 'hinge'), moved, seed)).dropouts,
      0,
    );
  expect(lossesWith('hinge')).toBeGreaterThan(100);
  expect(lossesWith('sill')).toBeLessThan(10);
  expect(lossesWith(null)).toBe(lossesWith('sill'));
  const { verdict } = judgeTrace(measureTrace(recorded(scene({}, 'hinge'), 'hinge', 1)), 11);
  expect(verdict).toBe('contact bounces');
});

test('a wire that touches while it is moved opens the fuse, and then nothing flows any more', () => {
  const trace = recorded(scene({ kind: 'short in an instant' }, 'hinge'), 'hinge', 3);
  const values = amps(trace);
  expect(Math.max(...values)).toBeGreaterThan(200);
  expect(values.at(-1)!).toBeLessThan(1);
  const calm = amps(recorded(scene({ kind: 'short in an instant' }, 'hinge'), null, 3));
  expect(calm.at(-1)!).toBeGreaterThan(8);
});

test('a fault that is always there is recorded as `recordTrace` records it, and the recorder stops by itself', () => {
  const steady = { kind: 'draws too much', times: 1.7 } as const;
  const trace = recorded(scene(steady, null), null, 8);
  expect(trace.times).toHaveLength(40 * 500);
  const { settledAmps } = measureTrace(trace);
  const other = measureTrace(recordTrace({ ...recording, ...steady }, recorder, seededRandom(9)));
  expect(settledAmps!).toBeCloseTo(other.settledAmps!, 1);
});
