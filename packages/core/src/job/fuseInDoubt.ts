import type { OperatingState } from '../circuit/operatingState';
import { cavityFill } from '../circuit/operatingState';
import { blewBefore } from '../planning/blewBefore';
import type { Predictor } from '../inference/predictor';
import type { Assessment } from './assess';
import { presentReadings } from './assess';
import type { JobState } from './foldJob';
import { openedBefore } from '../inference/openedBefore';

/** A fuse is asked about from this probability on that the vehicle's state has opened it. */
const askedFrom = 0.1;

/**
 * The fuse that may well have opened in the state that the vehicle is in, or was in since it was fitted, by what is thought
 * now: to be asked about at once, since all that is read behind it hangs on it. Null where there is none.
 */
export function fuseInDoubt(predictor: Predictor, job: JobState, { posterior }: Assessment): string | null {
  const { state } = job;
  if (job.readings.length === 0 || !state.batteryConnected) return null;
  const fuses = predictor.circuit.parts.filter(({ id, kind }) => kind === 'fuse' && isFitted(state, id));
  const lastSeen = job.past.at(-1)?.whole;
  // Where it was seen to blow, nothing needs to be worked out.
  const seen = blewBefore(presentReadings(job))(state);
  if (seen !== null && seen !== lastSeen) return seen;
  const earlier = openedBefore(predictor, { state, before: job.past });
  const chances = new Map<string, number>();
  const add = (fuse: string, chance: number) => chances.set(fuse, (chances.get(fuse) ?? 0) + chance);
  const { hypotheses } = posterior;
  for (const group of earlier) {
    for (const h of group.hypotheses) {
      for (const fuse of group.fuses) add(fuse, hypotheses[h]!);
    }
  }
  const now = predictor.opened(state);
  if (now !== null) hypotheses.forEach((chance, h) => now[h]!.forEach((fuse) => add(fuse, chance)));
  const [worst] = fuses
    .map(({ id }) => ({ id, chance: chances.get(id) ?? 0 }))
    .filter(({ id, chance }) => id !== lastSeen && chance >= askedFrom)
    .sort((one, other) => other.chance - one.chance);
  return worst?.id ?? null;
}

function isFitted(state: OperatingState, fuse: string): boolean {
  return cavityFill(state, fuse).kind === 'fuse' && state.blown?.includes(fuse) !== true;
}
