import { fedWhen, fuseChecks, loadSurvey, pullEffects, restSurvey } from '@grim-lantern/core';
import type {
  FedWhen,
  FuseCheck,
  JobState,
  LoadedFuse,
  Predictor,
  PullEffect,
  RestSurvey,
} from '@grim-lantern/core';

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

/** @param healthy - the circuit with nothing wrong */
export function fuseWorkOf(healthy: Predictor, job: JobState, { limitAmps, celsius }: BoxFacts): FuseWork {
  return {
    survey: restSurvey(healthy, job, limitAmps),
    pulls: pullEffects(job),
    checks: fuseChecks(healthy, job),
    loads: loadSurvey(healthy, job, celsius),
    fed: fedWhen(healthy, job.state),
  };
}
