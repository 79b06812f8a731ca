import type { Circuit } from '../circuit/circuit';
import { fedSections } from '../circuit/fedSections';
import type { OperatingState } from '../circuit/operatingState';
import { stateKey } from '../circuit/operatingState';
import { thingsOf } from '../faults/fault';
import type { Hypothesis } from '../faults/hypotheses';
import type { InstrumentId, Test } from '../instruments/instrument';
import { allInstruments, instrumentById } from '../instruments/instruments';
import type { PredictionColumn } from '../suspicion/column';
import { meaningless } from '../suspicion/column';
import type { TakenReading } from '../suspicion/likelihood';
import type { Predictor } from '../suspicion/predictor';
import { entropyBits } from '../suspicion/suspicion';
import type { Suspicion } from '../suspicion/suspicion';
import { candidateStates } from './candidateStates';
import type { OutcomeSpec, OutcomeTable } from './outcomeTable';
import { mostNumberOutcomes, outcomeTables } from './outcomeTable';
import type { Work, Worksite } from './work';
import { workFor, workIn } from './work';

/** What an outcome would leave. */
export interface ForeseenOutcome {
  readonly outcome: OutcomeSpec;
  readonly probability: number;
  /** Suspects that would be left, largest first, with their probabilities then. */
  readonly leaves: readonly { readonly id: string; readonly probability: number }[];
  /** Suspects glowing now that it would clear. */
  readonly clears: readonly string[];
}

/** One thing to do next, and what it is worth. */
export interface ProposedAction {
  /** Whether it narrows the search, or shows a suspect that stands alone to the eye. */
  readonly purpose: 'search' | 'proof';
  readonly test: Test;
  readonly state: OperatingState;
  readonly work: Work;
  /** Expected information about which section it is. */
  readonly bits: number;
  readonly outcomes: readonly ForeseenOutcome[];
}

/** What is not to be asked. */
export interface PlanLimits {
  /** Targets and places that cannot be reached. */
  readonly refused: readonly string[];
  /** Instruments that are not to hand. */
  readonly without: readonly InstrumentId[];
  /** What has been read already: the same question in the same state tells nothing new. */
  readonly taken: readonly TakenReading[];
}

/** Hypotheses beyond this share of all probability no longer steer the plan. */
const consideredShare = 0.995;
/** Tests that would be meaningless with more than this probability are not proposed. */
const meaninglessAtMost = 0.02;
/** Less than this is not worth a probe. */
const leastBits = 0.01;
/** How many actions to offer, and how much worse than the best one, per minute, they may be. */
const usualChoice = { count: 5, leastShare: 0.25 };
/** Two tests that tell this nearly the same are taken for one. */
const sameBits = 1e-3;
/** A suspect is named among what is left, or counted as cleared, across these. */
const namedFrom = 0.02;

/**
 * The best things to do next, by expected information per minute; at most `count`, no two the same question,
 * none below `leastShare` of the best.
 *
 * Information is about the suspect, not about its ohms: I = H(S) - Σ p(o)·H(S | o). Candidates are taken in order
 * of the most that they could tell per minute, and the search ends when no other could be among the best.
 */
export function nextActions(
  predictor: Predictor,
  suspicion: Suspicion,
  site: Worksite,
  limits: PlanLimits,
  { count, leastShare }: { readonly count: number; readonly leastShare: number } = usualChoice,
): readonly ProposedAction[] {
  const belief = considered(predictor, suspicion);
  const doubt = entropyBits(belief.suspectChances);
  if (doubt < leastBits) return [];
  const best: { action: ProposedAction; rate: number }[] = [];
  for (const { candidate, ceiling } of byCeiling(candidates(predictor, belief, site, limits), doubt)) {
    const worst = best.length >= count ? best.at(-1)!.rate : 0;
    if (ceiling <= Math.max(worst, leastShare * (best[0]?.rate ?? 0))) break;
    const column = predictor.column(candidate.state, candidate.test).telling(belief.hypotheses);
    if (column === null) continue;
    const table = tableFor(belief, candidate.test, column);
    if (table === null) continue;
    const bits = expectedBits(belief, table, doubt);
    const rate = bits / candidate.work.minutes;
    // The same instrument telling the same at the same price is the same question on another point of one wire.
    const known = best.findIndex(
      ({ action }) =>
        action.test.instrument === candidate.test.instrument &&
        (action.test.at === candidate.test.at || Math.abs(action.bits - bits) < sameBits),
    );
    if (bits < leastBits || (known >= 0 && best[known]!.rate >= rate)) continue;
    if (known < 0 && rate <= worst) continue;
    if (known >= 0) best.splice(known, 1);
    best.push({ action: { purpose: 'search', ...candidate, bits, outcomes: foresee(belief, table) }, rate });
    best.sort((one, other) => other.rate - one.rate);
    best.splice(count);
  }
  return best.map(({ action }) => action);
}

/** What one test would tell, now: bits, and what each outcome would leave. Null when it can tell nothing. */
export function foreseeTest(
  predictor: Predictor,
  suspicion: Suspicion,
  site: Worksite,
  test: Test,
  state: OperatingState,
): ProposedAction | null {
  const belief = considered(predictor, suspicion);
  const candidate = { test, state, work: workFor(predictor.circuit, site, state, test) };
  const table = tableFor(belief, test, predictor.column(state, test).rowsFor(belief.hypotheses));
  if (table === null) return null;
  const bits = expectedBits(belief, table, entropyBits(belief.suspectChances));
  return { purpose: 'search', ...candidate, bits, outcomes: foresee(belief, table) };
}

interface Candidate {
  readonly test: Test;
  readonly state: OperatingState;
  readonly work: Work;
}

/** The hypotheses that still count, with their probabilities and their suspects as indices. */
interface Belief {
  readonly hypotheses: Int32Array;
  readonly tables: ReturnType<typeof outcomeTables>;
  readonly chances: Float64Array;
  readonly suspects: readonly string[];
  readonly suspectOf: Int32Array;
  readonly suspectChances: Float64Array;
  /** One number per suspect, to work in. */
  readonly joint: Float64Array;
}

function considered({ hypotheses }: Predictor, suspicion: Suspicion): Belief {
  const order = [...suspicion.hypotheses.keys()].sort(
    (one, other) => suspicion.hypotheses[other]! - suspicion.hypotheses[one]!,
  );
  let covered = 0;
  const kept = order.filter((h) => {
    const take = covered < consideredShare;
    covered += take ? suspicion.hypotheses[h]! : 0;
    return take;
  });
  const standing = representatives(hypotheses, suspicion, kept);
  const indices = Int32Array.from(standing, ({ hypothesis }) => hypothesis);
  const suspects = [...new Set(Array.from(indices, (h) => hypotheses[h]!.suspect))];
  const index = new Map(suspects.map((id, s) => [id, s]));
  const suspectOf = Int32Array.from(indices, (h) => index.get(hypotheses[h]!.suspect) ?? 0);
  const chances = Float64Array.from(standing, ({ chance }) => chance / covered);
  const suspectChances = new Float64Array(suspects.length);
  chances.forEach((chance, k) => (suspectChances[suspectOf[k]!]! += chance));
  const families = indices.map((h) => hypotheses[h]!.family);
  return {
    hypotheses: indices,
    tables: outcomeTables(indices, families),
    chances,
    suspects,
    suspectOf,
    suspectChances,
    joint: new Float64Array(suspects.length),
  };
}

/** With more families than this, one hypothesis stands for each; with fewer there is time for two. */
const manyFamilies = 24;

/**
 * One or two hypotheses of each family, at the median or at the quartiles of its ohms, carry its whole weight:
 * enough to foresee what a test tells about the section, at a fraction of the work. In the predictor's order,
 * families together.
 */
function representatives(hypotheses: readonly Hypothesis[], suspicion: Suspicion, kept: readonly number[]) {
  const families = new Map<number, number[]>();
  for (const h of [...kept].sort((one, other) => one - other)) {
    const { family } = hypotheses[h]!;
    families.set(family, [...(families.get(family) ?? []), h]);
  }
  return [...families.values()].flatMap((members) => {
    const weight = members.reduce((sum, h) => sum + suspicion.hypotheses[h]!, 0);
    const at = (share: number) => {
      let reached = 0;
      return members.find((h) => (reached += suspicion.hypotheses[h]!) >= share * weight) ?? members[0]!;
    };
    const [low, high] = families.size > manyFamilies ? [at(0.5), at(0.5)] : [at(0.25), at(0.75)];
    if (low === high) return [{ hypothesis: low, chance: weight }];
    return [low, high].map((hypothesis) => ({ hypothesis, chance: weight / 2 }));
  });
}

/** Every test in every state worth having. */
function candidates(
  predictor: Predictor,
  belief: Belief,
  site: Worksite,
  limits: PlanLimits,
): readonly Candidate[] {
  const { circuit } = predictor;
  const tests = allInstruments
    .filter(({ id }) => !limits.without.includes(id))
    .flatMap((instrument) =>
      instrument
        .targets(circuit)
        .filter((at) => !limits.refused.includes(at))
        .map((at) => ({ instrument, test: { instrument: instrument.id, at } })),
    );
  const asked = new Set(limits.taken.map(({ test, state }) => questionKey(test, stateKey(state))));
  const found = candidateStates(predictor, site.state, fusesInQuestion(circuit, belief)).flatMap((state) => {
    const work = workIn(circuit, site, state);
    const key = stateKey(state);
    return tests
      .filter(({ instrument }) => instrument.electrical || state === site.state)
      .filter(({ instrument, test }) => instrument.mayPropose(circuit, state, test.at))
      .filter(({ test }) => !asked.has(questionKey(test, key)))
      .map(({ test }) => ({ test, state, work: work(test) }))
      .filter((candidate) => !candidate.work.places.some((place) => limits.refused.includes(place)));
  });
  return found;
}

/** A fuse is in question when this much of the suspicion lies behind it. */
const questionFrom = 0.15;

function fusesInQuestion(circuit: Circuit, { suspects, suspectChances }: Belief): readonly string[] {
  return [...fedSections(circuit)].flatMap(([fuse, fed]) => {
    const behind = suspects.reduce(
      (sum, id, s) => sum + (thingsOf(id).some((each) => fed.has(each)) ? suspectChances[s]! : 0),
      0,
    );
    return behind >= questionFrom ? [fuse] : [];
  });
}

/** Candidates with the most bits per minute that each could have at best, largest first. */
function byCeiling(found: readonly Candidate[], doubt: number) {
  return found
    .map((candidate) => ({
      candidate,
      ceiling: Math.min(doubt, mostBits(candidate.test)) / candidate.work.minutes,
    }))
    .sort((one, other) => other.ceiling - one.ceiling);
}

/** Equal for two readings that ask the same thing. */
function questionKey(test: Test, state: string): string {
  const { electrical } = instrumentById(test.instrument);
  return `${test.instrument} ${test.at} ${electrical ? state : ''}`;
}

/** The most that a test can tell: the logarithm of the outcomes that it has. */
function mostBits(test: Test): number {
  const { display } = instrumentById(test.instrument);
  return Math.log2(display.kind === 'outcomes' ? display.outcomes.length : mostNumberOutcomes);
}

/** Null when the test can tell nothing, or may well mean nothing. */
function tableFor(belief: Belief, test: Test, column: PredictionColumn): OutcomeTable | null {
  let nonsense = 0;
  for (let k = 0; k < belief.hypotheses.length; k++) {
    if (column.special[column.rowOf[belief.hypotheses[k]!]!] === meaningless) nonsense += belief.chances[k]!;
  }
  if (nonsense > meaninglessAtMost) return null;
  return belief.tables(instrumentById(test.instrument).display, column);
}

/** I(S; O) = H(S) - Σ p(o)·H(S | o), with p(o)·H(S | o) = p(o)·log p(o) - Σ p(s, o)·log p(s, o). In bits. */
function expectedBits(belief: Belief, table: OutcomeTable, doubt: number): number {
  let left = 0;
  for (let o = 0; o < table.outcomes; o++) {
    const probability = jointWith(belief, table, o);
    if (probability <= 0) continue;
    left += probability * Math.log2(probability);
    for (const joint of belief.joint) if (joint > 0) left -= joint * Math.log2(joint);
  }
  return Math.max(0, doubt - left);
}

/** Probability of an outcome; that of each suspect together with it goes into `belief.joint`. */
function jointWith({ chances, suspectOf, joint }: Belief, table: OutcomeTable, outcome: number): number {
  const count = chances.length;
  let probability = 0;
  joint.fill(0);
  for (let k = 0; k < count; k++) {
    const both = chances[k]! * table.chances[outcome * count + k]!;
    joint[suspectOf[k]!]! += both;
    probability += both;
  }
  return probability;
}

function foresee(belief: Belief, table: OutcomeTable): readonly ForeseenOutcome[] {
  return table.specs().map((outcome, o) => {
    const probability = jointWith(belief, table, o);
    const after = belief.suspects.map((id, s) => ({
      id,
      probability: probability > 0 ? belief.joint[s]! / probability : 0,
    }));
    return {
      outcome,
      probability,
      leaves: after
        .filter((each) => each.probability >= namedFrom)
        .sort((one, other) => other.probability - one.probability),
      clears: after
        .filter((each, s) => each.probability < namedFrom && belief.suspectChances[s]! >= namedFrom)
        .map(({ id }) => id),
    };
  });
}
