import { NOTHING_WRONG } from '../faults/hypotheses';
import type { Predictor } from './predictor';
import type { TakenReading } from './likelihood';
import { readingLikelihood } from './likelihood';

/** A suspect with its probability, and which kinds of fault make it up. */
export interface Suspect {
  /** A section's id, or `nothing-wrong`. */
  readonly id: string;
  readonly probability: number;
  /** Largest first; they sum to `probability`. */
  readonly kinds: readonly { readonly name: string; readonly probability: number }[];
}

/** What one reading did. */
export interface ReadingEffect {
  readonly id: string;
  /** Entropy over the suspects before it, less after it. Negative where it brought doubt back. */
  readonly bits: number;
  /** Suspects that it put out, and that it lit again: across `clearedBelow`. */
  readonly cleared: readonly string[];
  readonly revived: readonly string[];
  /** Probability, given all the readings, that this one is a slip. */
  readonly slipProbability: number;
}

export interface Suspicion {
  /** Probability of each hypothesis, in the predictor's order; sums to 1. */
  readonly hypotheses: Float64Array;
  /** Largest first; every suspect of the circuit. Sums to 1. */
  readonly suspects: readonly Suspect[];
  readonly effects: readonly ReadingEffect[];
  /** The reading that is more likely a slip than not, if any: the worst of them. */
  readonly likelyMistake: string | null;
}

/** Below this probability a suspect counts as cleared. */
export const clearedBelow = 0.01;
/** A reading is marked as a likely mistake from this probability of a slip on. */
const mistakeFrom = 0.5;

/**
 * Bayes' rule in the log domain over every hypothesis, readings in the order taken.
 *
 * log p(h | r1…rn) = log p(h) + Σ log p(ri | h) - log Z, with p(ri | h) as `readingLikelihood` gives it. The
 * probability that reading i is a slip is Σ p(h | all) · slip_i / p(ri | h), exact for this model.
 */
export function suspicionOf(predictor: Predictor, readings: readonly TakenReading[]): Suspicion {
  const { hypotheses } = predictor;
  const logWeight = Float64Array.from(hypotheses, ({ prior }) => Math.log(prior));
  const likelihoods = readings.map((reading) => readingLikelihood(predictor, reading));
  let before = suspectTotals(predictor, normalised(logWeight));
  const steps = readings.map((reading, index) => {
    const { total } = likelihoods[index]!;
    for (let h = 0; h < logWeight.length; h++) logWeight[h]! += Math.log(total[h]!);
    const after = suspectTotals(predictor, normalised(logWeight));
    const crossed = (from: ReadonlyMap<string, number>, to: ReadonlyMap<string, number>) =>
      [...to].flatMap(([id, chance]) =>
        id !== NOTHING_WRONG && chance < clearedBelow && (from.get(id) ?? 0) >= clearedBelow ? [id] : [],
      );
    const step = {
      id: reading.id,
      bits: entropyBits(before.values()) - entropyBits(after.values()),
      cleared: crossed(before, after),
      revived: crossed(after, before),
    };
    before = after;
    return step;
  });
  const posterior = normalised(logWeight);
  const effects = steps.map((step, index) => {
    const { total, slip } = likelihoods[index]!;
    const slipProbability = posterior.reduce((sum, chance, h) => sum + (chance * slip) / total[h]!, 0);
    return { ...step, slipProbability };
  });
  const worst = effects.reduce<ReadingEffect | null>(
    (most, each) => (each.slipProbability > (most?.slipProbability ?? mistakeFrom) ? each : most),
    null,
  );
  return {
    hypotheses: posterior,
    suspects: ranked(predictor, posterior),
    effects,
    likelyMistake: worst?.id ?? null,
  };
}

/** Entropy in bits of chances that sum to 1. */
export function entropyBits(chances: Iterable<number>): number {
  let sum = 0;
  for (const chance of chances) if (chance > 0) sum -= chance * Math.log2(chance);
  return sum;
}

function normalised(logWeight: Float64Array): Float64Array {
  const top = logWeight.reduce((most, each) => Math.max(most, each), -Infinity);
  const weights = logWeight.map((each) => Math.exp(each - top));
  const sum = weights.reduce((total, each) => total + each, 0);
  return weights.map((each) => each / sum);
}

function suspectTotals({ hypotheses }: Predictor, posterior: Float64Array): ReadonlyMap<string, number> {
  const totals = new Map<string, number>();
  hypotheses.forEach(({ suspect }, h) => totals.set(suspect, (totals.get(suspect) ?? 0) + posterior[h]!));
  return totals;
}

function ranked(predictor: Predictor, posterior: Float64Array): readonly Suspect[] {
  const kinds = new Map<string, Map<string, number>>();
  predictor.hypotheses.forEach(({ suspect, name }, h) => {
    const own = kinds.get(suspect) ?? new Map<string, number>();
    kinds.set(suspect, own.set(name, (own.get(name) ?? 0) + posterior[h]!));
  });
  return [...suspectTotals(predictor, posterior)]
    .map(([id, probability]) => ({
      id,
      probability,
      kinds: [...(kinds.get(id) ?? [])]
        .map(([name, chance]) => ({ name, probability: chance }))
        .sort((one, other) => other.probability - one.probability),
    }))
    .sort((one, other) => other.probability - one.probability);
}
