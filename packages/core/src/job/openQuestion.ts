import type { Predictor } from '../inference/predictor';
import type { Assessment } from './assess';
import type { JobState } from './foldJob';
import { fuseInDoubt } from './fuseInDoubt';

/**
 * What must be answered before anything is measured: what the trouble is, since all that follows hangs on it; whether a
 * fuse that may have opened meanwhile is still whole.
 */
export type OpenQuestion = { readonly kind: 'complaint' } | { readonly kind: 'fuse'; readonly fuse: string };

/** Whether nothing is known of the trouble yet. */
export function asksComplaint({ readings, currents, cause }: JobState): boolean {
  return cause === null && readings.length === 0 && currents.length === 0;
}

/** The question that comes before the plan's; null where there is none. */
export function openQuestion(
  predictor: Predictor,
  job: JobState,
  assessment: Assessment,
): OpenQuestion | null {
  if (job.cause !== null) return null;
  if (asksComplaint(job)) return { kind: 'complaint' };
  const fuse = fuseInDoubt(predictor, job, assessment);
  return fuse === null ? null : { kind: 'fuse', fuse };
}
