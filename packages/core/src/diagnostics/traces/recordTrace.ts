import { normalDraw } from '../../statistics/normal';
import type { TraceKind } from '../../instruments/traceKinds';
import type { Trace } from './trace';

/** What draws the current, as far as its course in time tells. */
export type LoadCharacter = 'motor' | 'lamp' | 'heater' | 'coil';

/** What is recorded: a load, what it draws when healthy, and what is wrong. */
export interface Recording {
  readonly character: LoadCharacter;
  readonly healthyAmps: number;
  readonly kind: TraceKind;
  /** Times the healthy current, where the kind draws more. */
  readonly times: number;
  readonly seconds: number;
  /** Of the switch-on; the recorder runs before it. */
  readonly onAt: number;
  /** Pulses a second of a motor's commutator, and bars of it. */
  readonly pulseHertz: number;
  readonly bars: number;
  /** Volts over amps of a dead short: what the supply gives at most. */
  readonly limitAmps: number;
  /** By which share a winding that climbs has climbed at the end. */
  readonly climbShare?: number;
}

/** How the recorder errs. */
export interface Recorder {
  readonly samplesPerSecond: number;
  readonly noiseAmps: number;
  readonly offsetAmps: number;
  /** As a factor. */
  readonly gain: number;
  /** Decimals of an amp that it writes; all of them where it is not said. */
  readonly decimals?: number;
}

/** A motor at rest takes so many times its running current. */
const stallTimes = 5.5;

/**
 * One simulated recording: the load's own course in time (a filament warming, a motor running up, a coil's L over R, a
 * ceramic heater past its peak), what is wrong with it, then the recorder's errors.
 * @param random - uniform numbers in [0, 1), seeded
 */
export function recordTrace(recording: Recording, recorder: Recorder, random: () => number): Trace {
  const { samplesPerSecond } = recorder;
  const count = Math.max(2, Math.round(recording.seconds * samplesPerSecond));
  const times = new Float64Array(count);
  const values = new Float64Array(count);
  const course = courseOf(recording, random);
  for (let i = 0; i < count; i++) {
    const seconds = i / samplesPerSecond;
    times[i] = seconds;
    values[i] = recordedAmps(recorder, course(seconds), random);
  }
  return { times, channels: [{ name: 'Current', unit: 'A', values }] };
}

/** What a recorder writes of a true current. */
export function recordedAmps(
  { offsetAmps, gain, noiseAmps, decimals }: Recorder,
  amps: number,
  random: () => number,
): number {
  const read = offsetAmps + gain * amps + noiseAmps * normalDraw(random);
  return decimals === undefined ? read : Math.round(read * 10 ** decimals) / 10 ** decimals;
}

/** The true current at any time, asked in the order of time. */
export function courseOf(recording: Recording, random: () => number): (seconds: number) => number {
  const { kind, healthyAmps, onAt, seconds: length, limitAmps, climbShare = usualClimb } = recording;
  const running = runningOf(recording);
  const shortAt = onAt + (0.45 + 0.35 * random()) * (length - onAt);
  const shortFor = 0.02 + 0.2 * random();
  const gone = bouncesOf(recording, random);
  return (seconds) => {
    const since = seconds - onAt;
    if (since < 0 || kind === 'nothing flows') return 0;
    const share = since / (length - onAt);
    const normal = healthyAmps * running(since);
    switch (kind) {
      case 'draws too much':
        return normal;
      case 'starts high and climbs':
        return normal * (1 + climbShare * share);
      case 'stalled from the start':
        return stallTimes * healthyAmps * (1 - Math.exp(-since / coilSeconds));
      case 'short in an instant':
        // Then the fuse has opened.
        return seconds < shortAt ? normal : seconds < shortAt + shortFor ? limitAmps : 0;
      case 'contact bounces':
        return gone(seconds) ? 0 : normal;
      case 'healthy':
      case 'dead bar':
        return normal;
    }
  };
}

const usualClimb = 0.42;
/** L over R of a winding, seconds. */
const coilSeconds = 0.02;
const runUpSeconds = 0.12;
const filamentSeconds = 0.03;
const ceramicSeconds = 2.5;

/** The course after switch-on over the healthy current: settled at 1, or at `times` where the kind draws more. */
export function runningOf({
  character,
  kind,
  times,
  pulseHertz,
  bars,
}: Recording): (since: number) => number {
  const level = kind === 'draws too much' || kind === 'starts high and climbs' ? times : 1;
  switch (character) {
    case 'motor':
      return (since) => {
        // At rest it takes what its winding lets through, however hard it turns later.
        const start =
          (Math.max(stallTimes, level) - level) *
          Math.exp(-since / runUpSeconds) *
          (1 - Math.exp(-since / (coilSeconds / 4)));
        const pulse = Math.floor(since * pulseHertz);
        const weak = kind === 'dead bar' && pulse % bars === 0 ? deadBarDepth : 0;
        const phase = since * pulseHertz - pulse;
        const ripple =
          rippleShare * (Math.sin(Math.PI * phase) - 2 / Math.PI) - weak * Math.sin(Math.PI * phase);
        return (level + start) * (1 + ripple);
      };
    case 'lamp':
      return (since) => level * (1 + 8 * Math.exp(-since / filamentSeconds));
    case 'heater':
      return (since) => level * (1 + 0.9 * Math.exp(-since / ceramicSeconds) * (1 - Math.exp(-since / 0.3)));
    case 'coil':
      return (since) => level * (1 - Math.exp(-since / coilSeconds));
  }
}

const rippleShare = 0.16;
const deadBarDepth = 0.3;

/** Moments in which a contact that bounces is open. */
function bouncesOf({ onAt, seconds }: Recording, random: () => number): (at: number) => boolean {
  const count = 3 + Math.floor(random() * 12);
  const moments = Array.from({ length: count }, () => {
    const from = onAt + 0.6 + random() * Math.max(0.1, seconds - onAt - 1);
    return [from, from + 0.02 + 0.25 * random()] as const;
  });
  return (at) => moments.some(([from, to]) => at >= from && at < to);
}
