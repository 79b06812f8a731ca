import { liveRecorder, liveScene, seededRandom } from '@grim-lantern/core';
import type { LiveSetting, Recorder, Trace } from '@grim-lantern/core';

/** A setting, and how it runs. */
export interface LiveRun extends LiveSetting {
  /** Seconds of the recording for each of the clock. */
  readonly speed: number;
  readonly seed: number;
}

export interface LiveTrace {
  readonly hold: (place: string | null) => void;
  readonly stop: () => void;
}

/** A clamp that was not quite zeroed, on a logger with three decimals. */
const recorder: Recorder = { samplesPerSecond: 1000, noiseAmps: 0.05, offsetAmps: 0.1, gain: 1, decimals: 3 };
const tickMilliseconds = 100;

/** Runs the recorder by the clock until its length is reached or it is stopped. */
export function liveTrace(
  run: LiveRun,
  told: {
    readonly onTick: (seconds: number, trace: Trace) => void;
    /** @param truth - what it was made of, in words */
    readonly onEnd: (trace: Trace, truth: string) => void;
  },
): LiveTrace {
  const random = seededRandom(run.seed);
  const { scene, truth } = liveScene(run, random);
  const live = liveRecorder(scene, recorder, random);
  let held: string | null = null;
  let ended = false;
  const end = () => {
    if (ended) return;
    ended = true;
    clearInterval(timer);
    told.onEnd(live.trace(), truth);
  };
  const timer = setInterval(() => {
    live.run((run.speed * tickMilliseconds) / 1000, held);
    told.onTick(live.seconds(), live.trace());
    if (live.seconds() >= run.seconds) end();
  }, tickMilliseconds);
  return {
    hold(place) {
      held = place;
    },
    stop: end,
  };
}
