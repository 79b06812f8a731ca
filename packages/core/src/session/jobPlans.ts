import type { Predictor } from '../inference/predictor';
import type { Assessment } from '../job/assess';
import type { JobState } from '../job/foldJob';
import { planKey, planNext } from '../job/planNext';
import type { Kit } from '../planning/kit';
import type { ProposedAction } from '../planning/nextActions';
import type { Stepwise } from '../planning/stepwise';
import { atOnce } from '../planning/stepwise';

/** What a job's readings say. */
export interface Weighed {
  readonly job: JobState;
  readonly assessment: Assessment;
}

/** So many plans are kept, made for this state of the job or ahead. */
const mostPlans = 8;

/** The plans of one job, each made once. */
export function jobPlans(predictor: Predictor) {
  const plans = new Map<string, readonly ProposedAction[]>();
  /** The plan that was begun last and is not made yet. */
  let begun: { readonly key: string; readonly work: Stepwise<readonly ProposedAction[]> } | null = null;
  const workAt = (key: string, { job, assessment }: Weighed, kit: Kit) => {
    if (begun?.key !== key) begun = { key, work: planNext(predictor, job, assessment, kit) };
    return begun.work;
  };
  const keep = (key: string, plan: readonly ProposedAction[]) => {
    begun = null;
    plans.set(key, plan);
    if (plans.size > mostPlans) plans.delete(plans.keys().next().value ?? '');
    return plan;
  };
  return {
    plan(weighed: Weighed, kit: Kit): readonly ProposedAction[] {
      const key = planKey(weighed.job, kit);
      return plans.get(key) ?? keep(key, atOnce(workAt(key, weighed, kit)));
    },
    /** Works at a plan for one step. @returns whether there is more to do */
    prepare(weighed: Weighed, kit: Kit): boolean {
      const key = planKey(weighed.job, kit);
      if (plans.has(key)) return false;
      const step = workAt(key, weighed, kit).next();
      if (step.done !== true) return true;
      keep(key, step.value);
      return false;
    },
  };
}
