import type { OperatingState } from '../circuit/operatingState';
import type { Posterior } from '../inference/posterior';
import type { Predictor } from '../inference/predictor';
import type { Test } from '../instruments/instruments';
import type { ProposedAction } from '../planning/nextActions';
import { foreseeAny, foreseeTest } from '../planning/nextActions';
import { evidenceReadings } from './assess';
import type { JobState } from './foldJob';

type Foreseen<T> = (
  predictor: Predictor,
  posterior: Posterior,
  job: JobState,
  test: Test,
  state: OperatingState,
) => T;

/** What one test would tell in a job, as its readings are weighed; null when it can tell nothing. */
export const foreseeInJob: Foreseen<ProposedAction | null> = (predictor, posterior, job, test, state) =>
  foreseeTest(predictor, posterior, job.site, { test, state }, evidenceReadings(job));

/** The same for a test that is asked whether it can tell anything or not. */
export const foreseeAnyInJob: Foreseen<ProposedAction> = (predictor, posterior, job, test, state) =>
  foreseeAny(predictor, posterior, job.site, { test, state }, evidenceReadings(job));
