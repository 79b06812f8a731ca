import type { FuseStyle } from '../../physics/fuseColdResistance';
import { openingBand } from '../../physics/fuseOpening';
import type { Recorder, Recording } from './recordTrace';
import { courseOf, recordedAmps, runningOf } from './recordTrace';
import type { Trace } from './trace';

/** What a simulated recorder stands in. */
export interface LiveScene {
  /** What flows while the fault is there. */
  readonly recording: Recording;
  /** Where the fault comes and goes; null for one that is always there, or for none. */
  readonly loosePlace: string | null;
  readonly fuse: { readonly style: FuseStyle; readonly ratingAmps: number };
}

/** A recorder that runs as the clock does, or faster, while somebody moves the harness. */
export interface LiveRecorder {
  /** Runs on for so many seconds, a place of the harness being moved, or none. */
  readonly run: (seconds: number, moved: string | null) => void;
  /** Everything so far. */
  readonly trace: () => Trace;
  /** Seconds so far; it stops by itself at the recording's length. */
  readonly seconds: () => number;
}

/** How often a second a loose place touches or parts by itself, while it is moved, and how often it goes back. Judgement. */
const comesAlone = 0.02;
const comesMoved = 1.5;
const goesBack = 8;
/** After a loss this long a load starts anew, with its inrush. */
const standsStillAfter = 0.3;

/**
 * Samples of a fault that is always there are those of `recordTrace`. One that comes and goes is a random telegraph:
 * quick where its own place is moved, rare elsewhere. A short heats the fuse until it has opened.
 * @param random - uniform numbers in [0, 1), seeded
 */
export function liveRecorder(scene: LiveScene, recorder: Recorder, random: () => number): LiveRecorder {
  const { recording, loosePlace } = scene;
  const most = Math.max(2, Math.round(recording.seconds * recorder.samplesPerSecond));
  const [times, values] = [new Float64Array(most), new Float64Array(most)];
  const course = loosePlace === null ? steady(recording, random) : loose(scene, recorder, random);
  let count = 0;
  return {
    run(seconds, moved) {
      const until = Math.min(most, count + Math.round(seconds * recorder.samplesPerSecond));
      for (; count < until; count++) {
        const at = count / recorder.samplesPerSecond;
        times[count] = at;
        values[count] = recordedAmps(recorder, course(at, moved), random);
      }
    },
    seconds: () => count / recorder.samplesPerSecond,
    trace: () => ({
      times: times.slice(0, count),
      channels: [{ name: 'Current', unit: 'A', values: values.slice(0, count) }],
    }),
  };
}

type Course = (at: number, moved: string | null) => number;

function steady(recording: Recording, random: () => number): Course {
  const course = courseOf(recording, random);
  return (at) => course(at);
}

function loose({ recording, loosePlace, fuse }: LiveScene, recorder: Recorder, random: () => number): Course {
  const { healthyAmps, onAt, kind, limitAmps, times } = recording;
  const running = runningOf({ ...recording, kind: 'healthy' });
  const step = 1 / recorder.samplesPerSecond;
  const thereAmps =
    kind === 'short in an instant'
      ? limitAmps
      : kind === 'contact bounces' || kind === 'nothing flows'
        ? 0
        : times * healthyAmps;
  let [there, since, lost, damage] = [false, 0, 0, 0];
  return (at, moved) => {
    if (at < onAt || damage >= 1) return 0;
    const rate = there ? goesBack : moved === loosePlace ? comesMoved : comesAlone;
    if (random() < 1 - Math.exp(-rate * step)) there = !there;
    lost = there && thereAmps === 0 ? lost + step : 0;
    since = lost > standsStillAfter ? 0 : since + step;
    const amps = there ? thereAmps : healthyAmps * running(since);
    const band = openingBand(fuse.style, amps / fuse.ratingAmps);
    if (band !== null) damage += step / Math.sqrt(band.least * band.greatest);
    return amps;
  };
}
