import type { ReadingValue, Test } from '../src/instruments/instrument';
import type { OperatingState } from '../src/circuit/operatingState';
import { assess, planNext } from '../src/job/assess';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import type { Predictor } from '../src/suspicion/predictor';

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
 * Plays a job as the plan proposes, from what has happened so far until one suspect stands alone.
 * @param read - what the instrument shows
 */
export function playJob(
  predictor: Predictor,
  before: readonly JobEvent[],
  read: (test: Test, state: OperatingState) => ReadingValue,
  mostReadings: number,
): PlayedJob {
  const events = [...before];
  for (let readings = 0; ; readings++) {
    const job = foldJob(predictor.circuit, events);
    const assessment = assess(predictor, job);
    const isolated = assessment.isolated !== null;
    const [action] = isolated || readings >= mostReadings ? [] : planNext(predictor, job, assessment);
    if (action === undefined) {
      return {
        suspect: assessment.suspicion.suspects[0]?.id,
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
