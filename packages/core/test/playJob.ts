import type { ReadingValue } from '../src/instruments/instrument';
import type { Test } from '../src/instruments/instruments';
import type { OperatingState } from '../src/circuit/operatingState';
import type { Assessment } from '../src/job/assess';
import { assess } from '../src/job/assess';
import { planNext } from './atOnce';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import type { Predictor } from '../src/inference/predictor';

export interface PlayedJob {
  /** The suspect that leads at the end. */
  readonly suspect: string | undefined;
  /** Whether it stands alone: otherwise the plan had nothing more to ask, or the readings ran out. */
  readonly isolated: boolean;
  readonly readings: number;
  readonly minutes: number;
  /** Everything that has happened. */
  readonly events: readonly JobEvent[];
}

/**
 * Plays a job as the plan proposes, from what has happened so far until one suspect stands alone, or is proven.
 * @param read - what the instrument shows
 * @param watch - shown what is thought after every reading
 */
export function playJob(
  predictor: Predictor,
  before: readonly JobEvent[],
  read: (test: Test, state: OperatingState) => ReadingValue,
  mostReadings: number,
  watch: (assessment: Assessment) => void = () => undefined,
  until: 'isolated' | 'proven' | 'never' = 'isolated',
): PlayedJob {
  const events = [...before];
  for (let readings = 0; ; readings++) {
    const job = foldJob(predictor.circuit, events);
    const assessment = assess(predictor, job);
    watch(assessment);
    const isolated = assessment.isolated !== null;
    const done = until === 'isolated' ? isolated : until === 'proven' && assessment.proven;
    const [action] = done || readings >= mostReadings ? [] : planNext(predictor, job, assessment);
    if (action === undefined) {
      return {
        suspect: assessment.posterior.suspects[0]?.id,
        isolated,
        readings,
        minutes: job.minutes,
        events,
      };
    }
    const { test, state } = action;
    events.push({
      id: `r${readings}`,
      author: '',
      at: '2026-01-01T00:00:00Z',
      type: 'reading-taken',
      test,
      state,
      value: read(test, state),
      typed: '',
    });
  }
}
