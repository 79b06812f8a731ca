import type { OperatingState } from '../src/circuit/operatingState';
import { NOTHING_WRONG } from '../src/faults/hypotheses';
import type { Test } from '../src/instruments/instruments';
import type { Assessment } from '../src/job/assess';
import { assess } from '../src/job/assess';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import { wrongReading } from '../src/session/playJob';
import { createWorld } from '../src/session/world';
import type { Predictor } from '../src/inference/predictor';
import { playJob } from './playJob';
import { seededRandom } from '../src/statistics/seededRandom';

/** What was said of one suspect, and whether it was the cause. */
export interface Stated {
  readonly probability: number;
  readonly cause: boolean;
}

export interface PlayedBadly {
  readonly right: boolean;
  readonly readings: number;
  readonly minutes: number;
  /** The leading suspect after every reading. */
  readonly stated: readonly Stated[];
}

const mostReadings = 20;

/**
 * Jobs with one hidden fault each, as likely as the job's first evidence makes it, played as the plan goes.
 * @param wrongShare - of readings that are plainly wrong: something else that the instrument can show
 */
export function simulatedJobs(
  predictor: Predictor,
  events: readonly JobEvent[],
  count: number,
  wrongShare: number,
  seed: number,
): readonly PlayedBadly[] {
  const { circuit, hypotheses } = predictor;
  const random = seededRandom(seed);
  const first = assess(predictor, foldJob(circuit, events)).posterior;
  const before = foldJob(circuit, events).minutes;
  return Array.from({ length: count }, (): PlayedBadly => {
    const fault = drawn(first.hypotheses, random, (h) => hypotheses[h]?.suspect !== NOTHING_WRONG);
    const { suspect } = hypotheses[fault]!;
    const inlier = readingsOf(predictor, fault, random);
    const read = (test: Test, state: OperatingState) => {
      const shown = inlier(test, state);
      return random() < wrongShare ? wrongReading(test, shown, random) : shown;
    };
    const stated: Stated[] = [];
    const watch = ({ posterior: { suspects } }: Assessment) => {
      const top = suspects[0]!;
      stated.push({ probability: top.probability, cause: top.id === suspect });
    };
    const played = playJob(predictor, events, read, mostReadings, watch, 'proven');
    return {
      right: played.suspect === suspect,
      readings: played.readings,
      minutes: played.minutes - before,
      stated,
    };
  });
}

/** A hypothesis at random, each as often as it is likely; of those wanted. */
export function drawn(
  chances: Float64Array,
  random: () => number,
  wanted: (h: number) => boolean = () => true,
): number {
  for (;;) {
    let draw = random() * chances.reduce((sum, each) => sum + each, 0);
    const found = chances.findIndex((chance) => (draw -= chance) < 0);
    if (found >= 0 && wanted(found)) return found;
  }
}

/** What instruments show on the vehicle compiled with its fault. */
function readingsOf({ circuit, hypotheses }: Predictor, fault: number, random: () => number) {
  const world = createWorld(
    circuit,
    [hypotheses[fault]!.fault].flatMap((each) => each ?? []),
    random,
  );
  return (test: Test, state: OperatingState) => world.read(state, test);
}

/** Reliability: what was said against what came, in bands of a tenth; the error is their weighted difference. */
export function calibration(stated: readonly Stated[]) {
  const bands = 10;
  const table = Array.from({ length: bands }, (_each, band) => {
    const within = stated.filter(
      ({ probability }) => Math.min(bands - 1, Math.floor(probability * bands)) === band,
    );
    const count = within.length;
    const said = within.reduce((sum, { probability }) => sum + probability, 0) / Math.max(1, count);
    const came = within.filter(({ cause }) => cause).length / Math.max(1, count);
    return { from: band * 10, to: (band + 1) * 10, count, said: 100 * said, came: 100 * came };
  }).filter(({ count }) => count > 0);
  const error = table.reduce(
    (sum, { count, said, came }) => sum + (count / stated.length) * (Math.abs(said - came) / 100),
    0,
  );
  return { error, table };
}

const readingsInAll = 10;

/**
 * Jobs as the plan goes, the plan going on from whatever was entered; one of the first ten readings is plainly wrong.
 * @param until - ten readings, or as many as it takes until the cause is proven
 * @returns in how many of them it put another suspect first than the true value would have; how many of those named
 *   it as the likely mistake by the last reading, and how many had the true cause in front then
 */
export function spoiledJobs(
  predictor: Predictor,
  events: readonly JobEvent[],
  count: number,
  seed: number,
  until: 'ten readings' | 'proven',
): { readonly changed: number; readonly named: number; readonly right: number } {
  const { circuit, hypotheses } = predictor;
  const random = seededRandom(seed);
  const first = assess(predictor, foldJob(circuit, events)).posterior;
  const leader = (log: readonly JobEvent[]) =>
    assess(predictor, foldJob(circuit, log)).posterior.suspects[0]!.id;
  let [changed, named, right] = [0, 0, 0];
  for (let job = 0; job < count; job++) {
    const fault = drawn(first.hypotheses, random, (h) => hypotheses[h]?.suspect !== NOTHING_WRONG);
    const inlier = readingsOf(predictor, fault, random);
    const spoiledAt = Math.floor(random() * (readingsInAll - 1));
    let taken = 0;
    const read = (test: Test, state: OperatingState) => {
      const shown = inlier(test, state);
      return taken++ === spoiledAt ? wrongReading(test, shown, random) : shown;
    };
    let suspected = false;
    const watch = ({ posterior }: Assessment) => (suspected ||= posterior.likelyMistake === `r${spoiledAt}`);
    const [most, end] =
      until === 'proven' ? ([mostReadings, 'proven'] as const) : ([readingsInAll - 1, 'never'] as const);
    const { events: log, suspect } = playJob(predictor, events, read, most, watch, end);
    const at = events.length + spoiledAt;
    const bad = log[at];
    // The plan ran dry before it.
    if (bad?.type !== 'reading-taken') continue;
    const truly = { ...bad, value: inlier(bad.test, bad.state) };
    if (leader(log.slice(0, at + 1)) === leader([...log.slice(0, at), truly])) continue;
    changed++;
    named += suspected ? 1 : 0;
    right += suspect === hypotheses[fault]!.suspect ? 1 : 0;
  }
  return { changed, named, right };
}
