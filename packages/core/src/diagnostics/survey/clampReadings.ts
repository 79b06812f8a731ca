import { stateKey } from '../../circuit/operatingState';
import type { CurrentReading, JobState } from '../../job/foldJob';

/** A clamp's own error: an offset, amps, and a share of what it shows. Judgement, a clamp for small currents. */
export const clampOffset = 0.005;
const clampShare = 0.02;
/** A difference counts from so many standard deviations on. */
export const surelyFrom = 2;

/** One standard deviation of what a clamp shows, amps. */
export function clampDeviation(amps: number): number {
  return Math.hypot(clampOffset, clampShare * amps);
}

/** The standing currents of the job's present state, in the order read. */
export function currentsNow({ currents, state }: JobState): readonly CurrentReading[] {
  const key = stateKey(state);
  return currents.filter(({ withdrawn, state: then }) => withdrawn === null && stateKey(then) === key);
}

/** Those of them that the battery gave. */
export function batteryCurrents(job: JobState): readonly CurrentReading[] {
  return currentsNow(job).filter(({ fuse }) => fuse === null);
}
