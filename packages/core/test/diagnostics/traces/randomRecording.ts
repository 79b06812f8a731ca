import type { LoadCharacter, Recorder, Recording } from '../../../src/diagnostics/traces/recordTrace';
import type { Trace } from '../../../src/diagnostics/traces/trace';
import type { TraceKind } from '../../../src/instruments/traceKinds';

const pick = <T>(list: readonly T[], random: () => number) => list[Math.floor(random() * list.length)]!;
const between = (low: number, high: number, random: () => number) => low + (high - low) * random();
/** The same on a scale of logarithms. */
const spread = (low: number, high: number, random: () => number) =>
  Math.exp(between(Math.log(low), Math.log(high), random));

/** A recording of a kind, all else drawn: load, amps, length, noise, offset, gain, rate. */
export function randomRecording(
  kind: TraceKind,
  random: () => number,
): { readonly recording: Recording; readonly recorder: Recorder } {
  const ofMotors = kind === 'dead bar' || kind === 'stalled from the start';
  const ofWindings = kind === 'starts high and climbs';
  const character: LoadCharacter = ofMotors
    ? 'motor'
    : ofWindings
      ? pick<LoadCharacter>(['motor', 'coil'], random)
      : pick<LoadCharacter>(['motor', 'motor', 'lamp', 'heater', 'coil'], random);
  const healthyAmps = spread(1, 25, random);
  const pulseHertz = between(90, 400, random);
  const recording: Recording = {
    character,
    healthyAmps,
    kind,
    times: kind === 'draws too much' ? between(1.35, 2, random) : between(1.15, 1.45, random),
    seconds: between(8, 40, random),
    onAt: between(0.5, 2, random),
    pulseHertz,
    bars: 8 + Math.floor(random() * 9),
    limitAmps: healthyAmps * between(8, 20, random),
  };
  const recorder: Recorder = {
    // A dead bar is seen only by a recorder that is quick enough for the pulses.
    samplesPerSecond: kind === 'dead bar' ? between(6, 15, random) * pulseHertz : spread(200, 4000, random),
    noiseAmps: healthyAmps * between(0.002, 0.03, random),
    offsetAmps: between(-0.3, 0.3, random),
    gain: between(0.97, 1.03, random),
  };
  return { recording, recorder };
}

/** What a made-up recording looks like that is none of the kinds. */
const oddShapes: readonly ((x: number, random: () => number) => number)[] = [
  // A slow swing, a saw, steps, a slow start, two humps, a decay to nothing.
  (x) => 1 + 0.6 * Math.sin(9 * x),
  (x) => 0.3 + ((5 * x) % 1),
  (x) => 0.5 + 0.5 * (Math.floor(6 * x) % 3),
  (x) => x,
  (x) => Math.exp(-(((x - 0.3) / 0.1) ** 2)) + 0.8 * Math.exp(-(((x - 0.7) / 0.08) ** 2)),
  (x) => Math.exp(-3 * x),
];

/** A recording of none of the kinds, and what a healthy circuit would be said to draw. */
export function oddRecording(random: () => number): { readonly trace: Trace; readonly expectedAmps: number } {
  const count = 2000 + Math.floor(random() * 20_000);
  const seconds = between(5, 40, random);
  const size = spread(1, 25, random);
  const noise = size * between(0.002, 0.05, random);
  let walk = 1;
  const shape = random() < 0.3 ? null : pick(oddShapes, random);
  const times = new Float64Array(count);
  const values = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    times[i] = (seconds * i) / count;
    walk = Math.abs(walk + (random() - 0.5) * 0.12);
    values[i] = size * (shape === null ? walk : shape(i / count, random)) + noise * (random() - 0.5) * 3;
  }
  return {
    trace: { times, channels: [{ name: 'Current', unit: 'A', values }] },
    expectedAmps: spread(1, 25, random),
  };
}
