import { NOTHING_WRONG } from '../faults/hypotheses';
import type { Hypothesis } from '../faults/hypotheses';
import type { Predictor } from '../inference/predictor';
import type { Posterior } from '../inference/posterior';

/** What still counts, thinned to what a plan needs: rows of hypotheses, each there for good or coming and going. */
export interface TruncatedPosterior {
  /** The hypothesis of each row, in the predictor's order, families together. */
  readonly hypotheses: Int32Array;
  /** The one on the way to which it lies, as the cells have it, and how far; its own, and 0, where it lies at it. */
  readonly towards: Int32Array;
  readonly share: Float64Array;
  /** Every hypothesis that rows lie at or between: what predictions have to be filled with. */
  readonly asked: Int32Array;
  readonly families: Int32Array;
  /** 1 in rows whose fault comes and goes. */
  readonly coming: Uint8Array;
  /** The row of the healthy circuit, of which those are made; -1 where none comes and goes. */
  readonly gone: number;
  /** As the posterior has them, by all hypotheses. */
  readonly ways: Posterior['ways'];
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
/** With no more than this, rows lie where within their ranges the readings have pinned the ohms down. */
const fewFamilies = 24;

interface Row {
  readonly hypothesis: number;
  readonly towards: number;
  readonly share: number;
  readonly coming: boolean;
  readonly chance: number;
}

/** The hypotheses that make up nearly all of the posterior, one or two for each family. */
export function truncatedPosterior(predictor: Predictor, posterior: Posterior): TruncatedPosterior {
  const { hypotheses } = predictor;
  const rows = [posterior.hypotheses, posterior.comingAndGoing].flatMap((chances, half) =>
    Array.from(chances, (chance, hypothesis) => atHypothesis(hypothesis, half === 1, chance)),
  );
  rows.sort((one, other) => other.chance - one.chance);
  const whole = rows.reduce((sum, { chance }) => sum + chance, 0);
  let covered = 0;
  const kept = rows.filter(({ chance }) => {
    const take = covered < consideredShare * whole;
    covered += take ? chance : 0;
    return take;
  });
  const families = byFamily(hypotheses, kept);
  const placed =
    families.length > fewFamilies
      ? families
      : families.map((members) => withinRanges(predictor, posterior, members));
  return asTruncatedPosterior(
    hypotheses,
    placed.flatMap(families.length > manyFamilies ? median : quartiles),
    posterior.ways,
  );
}

const atHypothesis = (hypothesis: number, coming: boolean, chance: number): Row => ({
  hypothesis,
  towards: hypothesis,
  share: 0,
  coming,
  chance,
});

/** Rows of one family, ohms rising, as cells: where within the range of each hypothesis the readings have it. */
function withinRanges({ cells }: Predictor, posterior: Posterior, members: readonly Row[]): readonly Row[] {
  const rows = members.flatMap(({ hypothesis, coming }) => {
    const own: Row[] = [];
    for (let c = cells.hypothesisOf.indexOf(hypothesis); cells.hypothesisOf[c] === hypothesis; c++) {
      const chance = posterior.cells[coming ? cells.count + c : c]!;
      own.push({ hypothesis, towards: cells.towards[c]!, share: cells.share[c]!, coming, chance });
    }
    return own;
  });
  return rows.sort((one, other) => placeOf(one) - placeOf(other));
}

/** Where a row lies among the hypotheses. */
const placeOf = ({ hypothesis, towards, share }: Row) => hypothesis + share * (towards - hypothesis);

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
    rows.push({
      hypothesis: truncated.hypotheses[k]!,
      towards: truncated.towards[k]!,
      share: truncated.share[k]!,
      coming: truncated.coming[k] === 1,
      chance: mass,
    });
    [from, before] = [end, reached];
  }
  return asTruncatedPosterior(hypotheses, rows, truncated.ways);
}

/** The index at which half of a stretch of weights is reached. */
function middleOf(weights: Float64Array, from: number, end: number): number {
  let half = 0;
  for (let k = from; k < end; k++) half += weights[k]! / 2;
  let k = from;
  for (let sum = weights[k]!; sum <= half && k < end - 1; sum += weights[k]!) k++;
  return k;
}

/** A truncated posterior over a label of the hypotheses in place of their suspects. A label of null leaves a hypothesis out. */
export function relabelled(
  truncated: TruncatedPosterior,
  labelOf: (hypothesis: number) => string | null,
): TruncatedPosterior {
  const labels = Array.from(truncated.hypotheses, labelOf);
  const suspects = [...new Set(labels.flatMap((each) => each ?? []))];
  const masked = truncated.chances.map((chance, k) => (labels[k] === null ? 0 : chance));
  const whole = masked.reduce((sum, chance) => sum + chance, 0);
  const chances = masked.map((chance) => (whole === 0 ? 0 : chance / whole));
  const suspectOf = Int32Array.from(labels, (label) => (label === null ? 0 : suspects.indexOf(label)));
  const suspectChances = new Float64Array(suspects.length);
  chances.forEach((chance, k) => (suspectChances[suspectOf[k]!]! += chance));
  return { ...truncated, chances, suspects, suspectOf, suspectChances };
}

/** Rows by family, those that come and go apart, each family's ohms rising. */
function byFamily(hypotheses: readonly Hypothesis[], kept: readonly Row[]): readonly (readonly Row[])[] {
  const families = new Map<number, Row[]>();
  for (const row of [...kept].sort((one, other) => one.hypothesis - other.hypothesis)) {
    const key = 2 * hypotheses[row.hypothesis]!.family + (row.coming ? 1 : 0);
    families.set(key, [...(families.get(key) ?? []), row]);
  }
  return [...families.values()];
}

/**
 * Two rows of a family, at the quartiles of its ohms, carry its whole weight: enough to foresee what a test tells about
 * the section, at a fraction of the work.
 */
function quartiles(members: readonly Row[]): readonly Row[] {
  const [low, high] = [rowAt(members, 0.25), rowAt(members, 0.75)];
  const chance = weightOf(members);
  if (low === high) return [{ ...low, chance }];
  return [low, high].map((row) => ({ ...row, chance: chance / 2 }));
}

/** One at the median, where there are too many families. */
function median(members: readonly Row[]): readonly Row[] {
  return [{ ...rowAt(members, 0.5), chance: weightOf(members) }];
}

const weightOf = (members: readonly Row[]) => members.reduce((sum, { chance }) => sum + chance, 0);

/** The row at which a share of a family's weight is reached. */
function rowAt(members: readonly Row[], share: number): Row {
  const wanted = share * weightOf(members);
  let reached = 0;
  return members.find(({ chance }) => (reached += chance) >= wanted) ?? members[0]!;
}

function asTruncatedPosterior(
  hypotheses: readonly Hypothesis[],
  remaining: readonly Row[],
  ways: Posterior['ways'],
): TruncatedPosterior {
  const healthy = hypotheses.findIndex(({ suspect }) => suspect === NOTHING_WRONG);
  const wanted = remaining.some(({ coming }) => coming);
  const known = remaining.some(({ hypothesis, coming }) => hypothesis === healthy && !coming);
  const absent = wanted && !known ? [atHypothesis(healthy, false, 0)] : [];
  const rows = [...remaining, ...absent].sort(
    (one, other) => placeOf(one) - placeOf(other) || Number(one.coming) - Number(other.coming),
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
    towards: Int32Array.from(rows, ({ towards }) => towards),
    share: Float64Array.from(rows, ({ share }) => share),
    asked: Int32Array.from(new Set(rows.flatMap(({ hypothesis, towards }) => [hypothesis, towards]))),
    families: Int32Array.from(rows, ({ hypothesis }) => hypotheses[hypothesis]!.family),
    coming: Uint8Array.from(rows, ({ coming }) => (coming ? 1 : 0)),
    ways,
    gone: wanted ? rows.findIndex(({ hypothesis, coming }) => hypothesis === healthy && !coming) : -1,
    chances,
    suspects,
    suspectOf,
    suspectChances,
  };
}
