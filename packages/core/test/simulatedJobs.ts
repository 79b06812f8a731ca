import type { OperatingState } from '../src/circuit/operatingState';
import { NOTHING_WRONG } from '../src/faults/hypotheses';
import type { ReadingValue, Test } from '../src/instruments/instrument';
import { instrumentById } from '../src/instruments/instruments';
import type { Assessment } from '../src/job/assess';
import { assess } from '../src/job/assess';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import { simulateReading } from '../src/job/simulateReading';
import type { Predictor } from '../src/suspicion/predictor';
import { playJob } from './playJob';
import { seededRandom } from './seededRandom';

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
 * @param wrongShare - of readings that are plainly wrong: anything that the instrument can show
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
  const first = assess(predictor, foldJob(circuit, events)).suspicion;
  const before = foldJob(circuit, events).minutes;
  return Array.from({ length: count }, (): PlayedBadly => {
    const fault = drawn(first.hypotheses, random, (h) => hypotheses[h]?.suspect !== NOTHING_WRONG);
    const { suspect } = hypotheses[fault]!;
    const read = (test: Test, state: OperatingState) =>
      random() < wrongShare
        ? wrongReading(test, random)
        : simulateReading(predictor.bench(state, fault), test, random);
    const stated: Stated[] = [];
    const watch = ({ suspicion: { suspects } }: Assessment) => {
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

function drawn(chances: Float64Array, random: () => number, wanted: (h: number) => boolean): number {
  for (;;) {
    let draw = random() * chances.reduce((sum, each) => sum + each, 0);
    const found = chances.findIndex((chance) => (draw -= chance) < 0);
    if (found >= 0 && wanted(found)) return found;
  }
}

/** Anything that the instrument can show. */
function wrongReading(test: Test, random: () => number): ReadingValue {
  const { display } = instrumentById(test.instrument);
  if (display.kind === 'outcomes') {
    return { kind: 'outcome', outcome: display.outcomes[Math.floor(random() * display.outcomes.length)]!.id };
  }
  return { kind: 'number', value: random() * 12.6 };
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
 * Jobs read ten times, as the plan goes, each reading then replaced by a plainly wrong one in turn.
 * @returns how many of them change which suspect leads, and how many of those are named as the likely mistake
 */
export function spoiledJobs(
  predictor: Predictor,
  events: readonly JobEvent[],
  count: number,
  seed: number,
): { readonly changed: number; readonly named: number } {
  const { circuit, hypotheses } = predictor;
  const random = seededRandom(seed);
  const first = assess(predictor, foldJob(circuit, events)).suspicion;
  let [changed, named] = [0, 0];
  for (let job = 0; job < count; job++) {
    const fault = drawn(first.hypotheses, random, (h) => hypotheses[h]?.suspect !== NOTHING_WRONG);
    const read = (test: Test, state: OperatingState) =>
      simulateReading(predictor.bench(state, fault), test, random);
    const { events: log } = playJob(predictor, events, read, readingsInAll - 1, undefined, 'never');
    const verdict = assess(predictor, foldJob(circuit, log)).suspicion.suspects[0]!.id;
    log.forEach((event, index) => {
      if (event.type !== 'reading-taken' || index < events.length) return;
      const spoiled = { ...event, value: wrongReading(event.test, random) };
      const { suspicion } = assess(
        predictor,
        foldJob(circuit, [...log.slice(0, index), spoiled, ...log.slice(index + 1)]),
      );
      if (suspicion.suspects[0]!.id === verdict) return;
      changed++;
      named += suspicion.likelyMistake === event.id ? 1 : 0;
    });
  }
  return { changed, named };
}
