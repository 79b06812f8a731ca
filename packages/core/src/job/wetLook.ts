import { placeById } from '../circuit/terminals';
import { sights } from '../faults/sights';
import type { Predictor } from '../inference/predictor';
import type { Posterior } from '../inference/posterior';
import type { ProposedAction } from '../planning/nextActions';
import { foreseeInJob } from './foreseeInJob';
import type { JobState, LedgerReading } from './foldJob';

/** A place where so little of what is suspect lies is not worth a look. Judgement. */
const leastShare = 0.05;

/**
 * What fails in the wet leads to looking where water gets in: the look at such a place that finds most a minute; null where
 * nothing was said of the wet, or such looks were taken.
 */
export function wetLook(
  predictor: Predictor,
  posterior: Posterior,
  job: JobState,
  readings: readonly LedgerReading[],
): ProposedAction | null {
  const { circuit } = predictor;
  const inTheWet = readings.some(({ value }) => value.kind === 'outcome' && value.outcome === 'in-the-wet');
  if (!inTheWet) return null;
  const shares = new Map<string, number>();
  for (const { id, probability } of posterior.suspects) {
    const places = sights(circuit, id);
    for (const place of places) shares.set(place, (shares.get(place) ?? 0) + probability / places.length);
  }
  const looked = readings.flatMap(({ test }) => (test.instrument === 'look' ? [test.at] : []));
  const [best] = [...shares]
    .filter(
      ([place, share]) =>
        share >= leastShare &&
        !job.refused.includes(place) &&
        !looked.includes(place) &&
        placeById(circuit, place)?.hazards.includes('water') === true,
    )
    .flatMap(([place, share]) => {
      const test = { instrument: 'look', at: place } as const;
      const action = foreseeInJob(predictor, posterior, job, test, job.state);
      return action === null ? [] : [{ action, rate: share / action.work.minutes }];
    })
    .sort((one, other) => other.rate - one.rate);
  return best?.action ?? null;
}

/** The same with a look among them, behind what comes first. */
export function withLook(
  actions: readonly ProposedAction[],
  look: ProposedAction | null,
): readonly ProposedAction[] {
  const isSame = ({ test }: ProposedAction) =>
    test.instrument === look?.test.instrument && test.at === look.test.at;
  if (look === null || actions.some(isSame)) return actions;
  const [first, ...others] = actions;
  if (first === undefined) return [look];
  return [first, look, ...others.slice(0, Math.max(0, actions.length - 2))];
}
