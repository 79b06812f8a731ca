import { NOTHING_WRONG } from '../faults/hypotheses';
import type { Hypothesis } from '../faults/hypotheses';
import type { Predictor } from '../inference/predictor';
import type { Posterior } from '../inference/posterior';

/** What still counts, thinned to what a plan needs: rows of hypotheses, each there for good or coming and going. */
export interface TruncatedPosterior {
  /** The hypothesis of each row, in the predictor's order, families together. */
  readonly hypotheses: Int32Array;
  readonly families: Int32Array;
  /** 1 in rows whose fault comes and goes. */
  readonly coming: Uint8Array;
  /** The row of the healthy circuit, of which those are made; -1 where none comes and goes. */
  readonly gone: number;
  /** Probabilities; they sum to 1. */
  readonly chances: Float64Array;
  readonly suspects: readonly string[];
  readonly suspectOf: Int32Array;
  readonly suspectChances: Float64Array;
}

/** Hypotheses beyond this share of all probability no longer steer the plan. */
const consideredShare = 0.995;
/** With more families than this, one hypothesis stands for each. */
const manyFamilies = 80;

interface Row {
  readonly hypothesis: number;
  readonly coming: boolean;
  readonly chance: number;
}

/** The hypotheses that make up nearly all of the posterior, one or two for each family. */
export function truncatedPosterior({ hypotheses }: Predictor, posterior: Posterior): TruncatedPosterior {
  const rows = [posterior.hypotheses, posterior.comingAndGoing].flatMap((chances, half) =>
    Array.from(chances, (chance, hypothesis): Row => ({ hypothesis, coming: half === 1, chance })),
  );
  rows.sort((one, other) => other.chance - one.chance);
  const whole = rows.reduce((sum, { chance }) => sum + chance, 0);
  let covered = 0;
  const kept = rows.filter(({ chance }) => {
    const take = covered < consideredShare * whole;
    covered += take ? chance : 0;
    return take;
  });
  return asTruncatedPosterior(hypotheses, representatives(hypotheses, kept));
}

/**
 * A truncated posterior of at most so many rows that looks like a larger one: each row kept stands, with their probability, for its
 * neighbours. They are taken at even steps of the cumulative probability. Neighbours in the order of the document stand for
 * each other, as neighbours on a wire do.
 * @param power - of the probabilities before they are added up: below 1, what is unlikely has more rows of its own, as is
 *   wanted where one suspect has nearly everything
 */
export function sampled(
  { hypotheses }: Predictor,
  truncated: TruncatedPosterior,
  most: number,
  power = 1,
): TruncatedPosterior {
  const count = truncated.gone >= 0 ? truncated.hypotheses.length - 1 : truncated.hypotheses.length;
  if (count <= most) return truncated;
  const rows: Row[] = [];
  const roots = truncated.chances.map((chance) => chance ** power);
  const step = roots.reduce((sum, each) => sum + each, 0) / most;
  for (let from = 0, before = 0, next = step; from < roots.length; next += step) {
    let [end, reached, mass] = [from, before, 0];
    while (end < roots.length && (end === from || reached + roots[end]! / 2 < next)) {
      reached += roots[end]!;
      mass += truncated.chances[end++]!;
    }
    while (next + step <= reached) next += step;
    const k = middleOf(roots, from, end);
    rows.push({ hypothesis: truncated.hypotheses[k]!, coming: truncated.coming[k] === 1, chance: mass });
    [from, before] = [end, reached];
  }
  return asTruncatedPosterior(hypotheses, rows);
}

/** The index at which half of a stretch of weights is reached. */
function middleOf(weights: Float64Array, from: number, end: number): number {
  let half = 0;
  for (let k = from; k < end; k++) half += weights[k]! / 2;
  let k = from;
  for (let sum = weights[k]!; sum <= half && k < end - 1; sum += weights[k]!) k++;
  return k;
}

/**
 * One or two hypotheses of each family, at the median or at the quartiles of its ohms, carry its whole weight:
 * enough to foresee what a test tells about the section, at a fraction of the work.
 */
function representatives(hypotheses: readonly Hypothesis[], kept: readonly Row[]): readonly Row[] {
  const families = new Map<number, Row[]>();
  for (const row of [...kept].sort((one, other) => one.hypothesis - other.hypothesis)) {
    const key = 2 * hypotheses[row.hypothesis]!.family + (row.coming ? 1 : 0);
    families.set(key, [...(families.get(key) ?? []), row]);
  }
  return [...families.values()].flatMap((members) => {
    const weight = members.reduce((sum, { chance }) => sum + chance, 0);
    const at = (share: number) => {
      let reached = 0;
      return members.find(({ chance }) => (reached += chance) >= share * weight) ?? members[0]!;
    };
    const [low, high] = families.size > manyFamilies ? [at(0.5), at(0.5)] : [at(0.25), at(0.75)];
    if (low === high) return [{ ...low, chance: weight }];
    return [low, high].map((row) => ({ ...row, chance: weight / 2 }));
  });
}

function asTruncatedPosterior(
  hypotheses: readonly Hypothesis[],
  remaining: readonly Row[],
): TruncatedPosterior {
  const healthy = hypotheses.findIndex(({ suspect }) => suspect === NOTHING_WRONG);
  const wanted = remaining.some(({ coming }) => coming);
  const known = remaining.some(({ hypothesis, coming }) => hypothesis === healthy && !coming);
  const absent: readonly Row[] = wanted && !known ? [{ hypothesis: healthy, coming: false, chance: 0 }] : [];
  const rows = [...remaining, ...absent].sort(
    (one, other) => one.hypothesis - other.hypothesis || Number(one.coming) - Number(other.coming),
  );
  const whole = rows.reduce((sum, { chance }) => sum + chance, 0);
  const suspects = [...new Set(rows.map(({ hypothesis }) => hypotheses[hypothesis]!.suspect))];
  const index = new Map(suspects.map((id, s) => [id, s]));
  const suspectOf = Int32Array.from(
    rows,
    ({ hypothesis }) => index.get(hypotheses[hypothesis]!.suspect) ?? 0,
  );
  const chances = Float64Array.from(rows, ({ chance }) => chance / whole);
  const suspectChances = new Float64Array(suspects.length);
  chances.forEach((chance, k) => (suspectChances[suspectOf[k]!]! += chance));
  return {
    hypotheses: Int32Array.from(rows, ({ hypothesis }) => hypothesis),
    families: Int32Array.from(rows, ({ hypothesis }) => hypotheses[hypothesis]!.family),
    coming: Uint8Array.from(rows, ({ coming }) => (coming ? 1 : 0)),
    gone: wanted ? rows.findIndex(({ hypothesis, coming }) => hypothesis === healthy && !coming) : -1,
    chances,
    suspects,
    suspectOf,
    suspectChances,
  };
}
