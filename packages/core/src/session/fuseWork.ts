import { fedWhen, fuseChecks } from '../diagnostics/survey/fuseCheck';
import { loadSurvey } from '../diagnostics/survey/loadSurvey';
import { pullEffects, restSurvey } from '../diagnostics/survey/restSurvey';
import type { FedWhen, FuseCheck } from '../diagnostics/survey/fuseCheck';
import type { JobState } from '../job/foldJob';
import type { LoadedFuse } from '../diagnostics/survey/loadSurvey';
import type { CircuitSession } from './circuitSession';
import type { PullEffect, RestSurvey } from '../diagnostics/survey/restSurvey';

/** Everything that is said of a job's fuses as the vehicle stands. */
export interface FuseWork {
  readonly survey: RestSurvey;
  readonly pulls: readonly PullEffect[];
  readonly checks: readonly FuseCheck[];
  readonly loads: readonly LoadedFuse[];
  /** For each control that changes what is fed. */
  readonly fed: readonly FedWhen[];
}

/** What is known of the vehicle beside its circuit. */
export interface BoxFacts {
  /** The most that it may draw at rest, amps. */
  readonly limitAmps: number;
  /** Around the box, °C. */
  readonly celsius: number;
}

/** Everything that is said of a job's fuses as the vehicle stands. */
export function fuseWorkOf(
  { healthy }: CircuitSession,
  job: JobState,
  { limitAmps, celsius }: BoxFacts,
): FuseWork {
  return {
    survey: restSurvey(healthy, job, limitAmps),
    pulls: pullEffects(job),
    checks: fuseChecks(healthy, job),
    loads: loadSurvey(healthy, job, celsius),
    fed: fedWhen(healthy, job.state),
  };
}
