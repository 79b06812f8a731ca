import type { OperatingState } from '../circuit/operatingState';
import type { Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import type { Predictor } from '../inference/predictor';
import type { TakenReading } from '../inference/takenReading';
import type { Posterior } from '../inference/posterior';
import type { TruncatedPosterior } from './truncatedPosterior';
import { relabelled, truncatedPosterior, sampled } from './truncatedPosterior';
import type { Choice } from './lookAhead';
import { lookAhead } from './lookAhead';
import type { Candidate, PlanLimits } from './offers';
import { isExchange } from './moves';
import type { OutcomeSpec, OutcomeTable } from './outcomeTable';
import { scopeOf } from './scope';
import type { Weighed } from './shortlist';
import { shortlist } from './shortlist';
import type { Stepwise } from './stepwise';
import { asksAnew } from './variety';
import type { Work, Worksite } from './work';
import { workFor } from './work';
import { worthItsTrim } from './worthItsTrim';
import type { InformationMeasure } from './informationMeasure';
import { leastBits, informationMeasure } from './informationMeasure';

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
  /**
   * Whether it narrows the search, shows a suspect that stands alone to the eye, takes a reading once more that the
   * verdict depends on, or one that the verdict does not explain.
   */
  readonly purpose: 'search' | 'proof' | 'check' | 'doubt';
  readonly test: Test;
  readonly state: OperatingState;
  readonly work: Work;
  /** Whether the strips that come off for it, and the search that goes on with it, are expected to save more than they take. */
  readonly worthIt: boolean;
  /** Expected information about which suspect it is. */
  readonly bits: number;
  /** Expected minutes until one suspect stands alone, this action included; null where it was not played on. */
  readonly minutesToGo: number | null;
  readonly outcomes: readonly ForeseenOutcome[];
}

/** Where a suspect stands alone, what is unlikely gets rows of its own. */
const provingPower = 0.5;

/** Where one suspect stands alone, what takes less than this share off the doubt is not worth a probe. */
const leastEntropy = 0.04;

/** How many actions to offer. */
const usualCount = 5;
/** Two tests that tell this nearly the same are taken for one. */
const sameBits = 1e-3;
/** A suspect is named among what is left, or counted as cleared, across these. */
const namedFrom = 0.02;
/** Of a belief of more rows than this, only a sample of so many is ever weighed: each stands for 0.8 %. */
const mostRows = 128;
/** Every candidate is weighed on a sample of this many rows; so many of the best are weighed in full. */
const approximateRows = 32;
const shortlisted = 32;
/** So many of those are tried as the next thing to do. */
const triedBehindTrim = 4;
/** So many of the best are played to the end of the job, on a sample of so many rows. */
const playedRows = 64;
const played = 10;
/** What cannot be played to its end is guessed at this share of the best rate: the easy tests are done by then. */
const laterRate = 0.3;

/**
 * The best things to do next, at most `count`, ordered by the minutes that the whole job is then expected to take; none that
 * asks the same as a better one.
 *
 * Information is about the suspect, not about its ohms: I = H(S) - Σ p(o)·H(S | o); where one stands to be proven, about
 * whether it is that one. Every test in every state worth
 * having is weighed on a sample of the posterior, the best of them in full, the best of those by playing on. Stops
 * after each state, each test that is weighed in full and each that is played on.
 */
export function* nextActions(
  predictor: Predictor,
  posterior: Posterior,
  site: Worksite,
  limits: PlanLimits,
  count = usualCount,
): Stepwise<readonly ProposedAction[]> {
  const believed = truncatedPosterior(predictor, posterior);
  const { about } = limits;
  const labelled = (each: TruncatedPosterior) =>
    about === undefined
      ? each
      : relabelled(each, (h) => (predictor.hypotheses[h]!.suspect === about ? about : 'any other'));
  const power = limits.leastBits === undefined ? 1 : provingPower;
  const truncated = sampled(predictor, believed, mostRows, power);
  const evidence = limits.evidence ?? limits.taken;
  const measureOf = (rows: TruncatedPosterior) => informationMeasure(labelled(rows), evidence);
  const measure = measureOf(truncated);
  const least =
    limits.leastBits === undefined ? leastBits : Math.max(limits.leastBits, leastEntropy * measure.entropy);
  if (measure.entropy < least) return [];
  const { circuit } = predictor;
  const approximateGain = measureOf(sampled(predictor, truncated, approximateRows, power));
  const rough = measureOf(sampled(predictor, truncated, playedRows, power));
  const offered = scopeOf(predictor, believed, site, limits);
  const length = Math.max(shortlisted, 2 * count);
  const { list, behindTrim } = yield* shortlist(approximateGain, offered, length, least);
  const ranked = yield* weighed(measure, list, least);
  const trim = yield* weighed(measure, behindTrim.slice(0, triedBehindTrim), least);
  const worthTrim = worthItsTrim(circuit, posterior, site, behindTrim, measure.entropy);
  const isWorth = ({ candidate }: Weighed) => worthTrim(candidate.work().strips);
  const within = [...ranked, ...trim].some(isWorth);
  // What costs more than it saves is told of only where nothing else is left.
  const [offers, later] = within ? [ranked.filter(isWorth), trim.filter(isWorth)] : [ranked, trim];
  const first = offers[0] ?? later[0];
  if (first === undefined) return [];
  const choices = choicesOf(rough, [...list, ...behindTrim]);
  const minutesWith = lookAhead(circuit, rough.truncated, [...choices.values()], laterRate * first.rate);
  const toPlay = [...offers.slice(0, played), ...later];
  const ordered = yield* playedOn(toPlay, offers.slice(played), (candidate, limit) => {
    const choice = choices.get(candidate);
    return choice === undefined ? Infinity : minutesWith(choice, site, limit);
  });
  // What each outcome would leave is told of every suspect by its name.
  const shown = about === undefined ? measure : informationMeasure(truncated, evidence);
  return varied(rough, inOrder(ordered, limits), choices, count).map(({ candidate, bits, minutesToGo }) => {
    const { test, state, instrument, predictions } = candidate;
    const table = shown.table(instrument, predictions().rowsFor(shown.truncated.asked));
    const outcomes = table === null ? [] : foresee(shown, table);
    const work = candidate.work();
    return { purpose: 'search', test, state, work, worthIt: within, bits, minutesToGo, outcomes };
  });
}

interface AskedTest {
  readonly test: Test;
  readonly state: OperatingState;
}

/**
 * What one test would tell, now: bits, and what each outcome would leave. Null when it can tell nothing.
 * @param evidence - the readings so far: what one instrument says again tells less
 */
export function foreseeTest(
  predictor: Predictor,
  posterior: Posterior,
  site: Worksite,
  asked: AskedTest,
  evidence: readonly Pick<TakenReading, 'test'>[],
): ProposedAction | null {
  const action = foreseeAny(predictor, posterior, site, asked, evidence);
  return action.outcomes.length === 0 ? null : action;
}

/** The same for a test that is asked whether it can tell anything or not: then without bits and outcomes. */
export function foreseeAny(
  predictor: Predictor,
  posterior: Posterior,
  site: Worksite,
  { test, state }: AskedTest,
  evidence: readonly Pick<TakenReading, 'test'>[],
): ProposedAction {
  const measure = informationMeasure(truncatedPosterior(predictor, posterior), evidence);
  const work = workFor(predictor.circuit, site, state, test);
  const predictions = predictor.predictions(state, test).rowsFor(measure.truncated.asked);
  const table = measure.table(instrumentById(test.instrument), predictions);
  const [bits, outcomes] = table === null ? [0, []] : [measure.bits(table), foresee(measure, table)];
  return { purpose: 'search', test, state, work, worthIt: true, bits, minutesToGo: null, outcomes };
}

/** The shortlist weighed in full, the best rate first, no two the same question. */
function* weighed(
  { truncated, table, bits: bitsOf }: InformationMeasure,
  list: readonly Weighed[],
  least: number,
): Stepwise<readonly Weighed[]> {
  const all: Weighed[] = [];
  for (const { candidate } of list) {
    const made = table(candidate.instrument, candidate.predictions().rowsFor(truncated.asked));
    const bits = made === null ? 0 : bitsOf(made);
    if (bits >= least) all.push({ candidate, bits, rate: bits / candidate.cost });
    yield;
  }
  all.sort((one, other) => other.rate - one.rate);
  return all.filter(
    ({ candidate, bits }, index) =>
      !all
        .slice(0, index)
        .some(
          (each) =>
            each.candidate.instrument === candidate.instrument && Math.abs(each.bits - bits) < sameBits,
        ),
  );
}

/** A reading within reach that tells this share of what one behind trim does comes before it. Judgement. */
const tellsEnough = 0.5;

/** No trim comes off while a reading within reach tells the suspects apart nearly as well. */
function bareFirst<T extends Weighed>(ordered: readonly T[]): readonly T[] {
  const [first] = ordered;
  if (first === undefined || first.candidate.work().strips.length === 0) return ordered;
  const bare = ordered.find(
    ({ candidate, bits }) => candidate.work().strips.length === 0 && bits >= tellsEnough * first.bits,
  );
  return bare === undefined ? ordered : [bare, ...ordered.filter((each) => each !== bare)];
}

/** An exchange that tells less, bits, is tried first by nobody: some 15 % lie in the part. Judgement. */
const leastOfSwap = 0.2;

/** For whoever tries a like part first: whether the fault goes with one comes before all else, once it is likely enough. */
function swapFirst<T extends Weighed>(ordered: readonly T[]): readonly T[] {
  const swap = ordered.find(({ candidate, bits }) => {
    const [move, ...others] = candidate.work().moves;
    // Nothing but the part is another: what is seen then goes with it.
    const exchanged = move !== undefined && isExchange(move) && others.length === 0;
    return exchanged && bits >= leastOfSwap && candidate.instrument.id === 'load';
  });
  return swap === undefined ? ordered : [swap, ...ordered.filter((each) => each !== swap)];
}

/** As a hand takes them: what needs no trim first, or a like part where that is how somebody works. */
function inOrder<T extends Weighed>(ordered: readonly T[], { swaps }: PlanLimits): readonly T[] {
  return swaps === 'first' ? swapFirst(bareFirst(ordered)) : bareFirst(ordered);
}

/** So many of the best are looked through for questions that differ. */
const lookedThrough = 24;

/** The first so many that ask different things: fewer, rather than one that asks again what another asks. */
function varied<T extends Weighed>(
  rough: InformationMeasure,
  ordered: readonly T[],
  choices: ReadonlyMap<Candidate, Choice>,
  count: number,
): readonly T[] {
  const isNew = asksAnew(rough);
  const found: T[] = [];
  for (const each of ordered.slice(0, lookedThrough)) {
    const choice = choices.get(each.candidate);
    if (choice !== undefined && isNew(choice)) found.push(each);
    if (found.length === count) break;
  }
  return found.length === 0 ? ordered.slice(0, 1) : found;
}

/** What comes of the shortlisted candidates, roughly: for playing on. */
function choicesOf(rough: InformationMeasure, list: readonly Weighed[]): ReadonlyMap<Candidate, Choice> {
  const { hypotheses, chances: rows } = rough.truncated;
  return new Map(
    list.flatMap(({ candidate }) => {
      const table = rough.table(candidate.instrument, candidate.predictions().rowsFor(hypotheses));
      if (table === null) return [];
      const chances = table.chances.slice(0, table.outcomes * rows.length);
      return [[candidate, { candidate, outcomes: table.outcomes, chances }] as const];
    }),
  );
}

/** Minutes to go that differ by less than this share are taken for the same. */
export const asGood = 0.08;
/** Nobody starts with what takes so many times the minutes of the best: no need to know how many more. */
const hopelessFrom = 1.25;

interface Played extends Weighed {
  readonly minutesToGo: number | null;
  /** Minutes to go beyond the least, as a share of it; infinite where it was not played to the end. */
  readonly toGoShare: number;
}

/** Candidates in the order of the minutes that the job would take with each of them first; the rest after them. */
function* playedOn(
  toPlay: readonly Weighed[],
  rest: readonly Weighed[],
  minutesWith: (candidate: Candidate, limit: number) => number,
): Stepwise<readonly Played[]> {
  let least = Infinity;
  const minutes: number[] = [];
  for (const { candidate } of toPlay) {
    const own = minutesWith(candidate, hopelessFrom * least);
    least = Math.min(least, own);
    minutes.push(own);
    yield;
  }
  const tried = toPlay.map((each, index): Played => {
    const minutesToGo = minutes[index]!;
    if (minutesToGo === Infinity) return { ...each, minutesToGo: null, toGoShare: Infinity };
    const share = minutesToGo / least - 1;
    // Within the error of playing on, the one that tells most per minute now is the better known quantity.
    return { ...each, minutesToGo, toGoShare: share <= asGood ? 0 : share };
  });
  const known = new Set<string>();
  const once = tried
    .sort(({ toGoShare, rate }, other) =>
      toGoShare === other.toGoShare ? other.rate - rate : toGoShare - other.toGoShare,
    )
    .filter(({ candidate: { test } }) => {
      const before = known.size;
      return known.add(`${test.instrument} ${test.at}`).size > before;
    });
  return [...once, ...rest.map((each) => ({ ...each, minutesToGo: null, toGoShare: Infinity }))];
}

function foresee(
  { truncated, joint, jointWith }: InformationMeasure,
  table: OutcomeTable,
): readonly ForeseenOutcome[] {
  const { suspects, suspectChances } = truncated;
  return table.specs().map((outcome, o) => {
    const probability = jointWith(table, o);
    const after = suspects.map((id, s) => ({
      id,
      probability: probability > 0 ? joint[s]! / probability : 0,
    }));
    return {
      outcome,
      probability,
      leaves: after
        .filter((each) => each.probability >= namedFrom)
        .sort((one, other) => other.probability - one.probability),
      clears: after
        .filter((each, s) => each.probability < namedFrom && suspectChances[s]! >= namedFrom)
        .map(({ id }) => id),
    };
  });
}
