import { monitorEventLoopDelay } from 'node:perf_hooks';

/** How often the delay is sampled, and so what it cannot tell apart from none, in milliseconds. */
const resolution = 10;
/** Of so long ago nothing is told any more, in milliseconds. */
const window = 60_000;

/** Tells how long, at the longest, the thread that answers requests was held up lately: in milliseconds, over one to two minutes. */
export function loopDelayGauge(): () => number {
  const delay = monitorEventLoopDelay({ resolution });
  delay.enable();
  let [before, since] = [0, Date.now()];
  return () => {
    // It samples by a timer of its own: a sample is late by as much as the loop was held up.
    const longest = Math.max(0, delay.max / 1e6 - resolution);
    if (Date.now() - since > window) {
      [before, since] = [longest, Date.now()];
      delay.reset();
    }
    return Math.round(Math.max(before, longest) * 10) / 10;
  };
}
