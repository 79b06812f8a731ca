import type { Instrument } from '../instruments/instruments';
import type { PredictionTable } from '../inference/predictionTable';
import type { PredictionRows } from '../inference/predictionRows';
import type { Candidate, Offer, StateOffers } from './offers';
import type { InformationMeasure } from './informationMeasure';
import { leastBits } from './informationMeasure';
import type { Stepwise } from './stepwise';

/** A test that may be asked next, and what it would tell. */
export interface Weighed {
  readonly candidate: Candidate;
  readonly bits: number;
  readonly rate: number;
}

/** A state is not asked for when it opens a fuse with more than this probability. */
const mostOpening = 0.03;

/**
 * Predictions that a plan makes approximately: some tenths of a second where they are not known yet.
 * What only a dearer state would tell is seen by a later plan, when hands and state are nearer to it.
 */
const mostApproximations = 90_000;
/** While the best found so far tells less than this share of what is in doubt, so many times as many are made. */
const tellsLittle = 0.15;
const lookFurther = 4;

/** So many more come along that lie behind trim. */
const longestBehindTrim = 16;

/**
 * The candidates that tell most per minute, roughly; and apart from them those that would, were the trim before them
 * off already: a strip is paid once, and the way to the end may well lead behind it. States come cheapest first;
 * what costs so much that no outcome could make up for it is passed over. Stops after each state.
 */
export function* shortlist(
  measure: InformationMeasure,
  byState: readonly StateOffers[],
  length: number,
  least: number = leastBits,
): Stepwise<{ readonly list: readonly Weighed[]; readonly behindTrim: readonly Weighed[] }> {
  const { entropy } = measure;
  const approximateGain = approximateInformationGain(measure);
  const list = bestOf(length);
  const behindTrim = bestOf(longestBehindTrim);
  const { near, further } = withinBudget(byState, measure.truncated.chances.length);
  let mostTold = 0;
  for (const state of [...near, ...further]) {
    if (entropy <= Math.min(list.worst(), behindTrim.worst()) * state.leastCost) continue;
    if (mostTold >= tellsLittle * entropy && !near.has(state)) break;
    if (state.opensFuse(measure.truncated) > mostOpening) continue;
    state.visit((offer, cost, strips) => {
      const most = Math.min(entropy, offer.mostBits);
      const bare = cost - strips;
      if (most <= list.worst() * cost && (strips === 0 || most <= behindTrim.worst() * bare)) return;
      const bits = approximateGain(offer.instrument, offer.predictions());
      if (bits < least) return;
      if (strips === 0) mostTold = Math.max(mostTold, bits);
      list.offer({ state, offer, cost, bits, rate: bits / cost });
      if (strips > 0) behindTrim.offer({ state, offer, cost, bits, rate: bits / bare });
    });
    yield;
  }
  return { list: list.candidates(), behindTrim: behindTrim.candidates() };
}

/**
 * The states that a plan looks at, the cheapest first: as it stands, those that come first, then the cheapest. And those that it
 * goes on to while it has found little.
 */
function withinBudget(
  byState: readonly StateOffers[],
  rows: number,
): { readonly near: ReadonlySet<StateOffers>; readonly further: readonly StateOffers[] } {
  const [present, ...others] = byState;
  const inOrder = [
    ...(present === undefined ? [] : [present]),
    ...others.filter(({ comesFirst }) => comesFirst),
    ...others.filter(({ comesFirst }) => !comesFirst),
  ];
  const [near, further] = [new Set<StateOffers>(), new Set<StateOffers>()];
  let approximations = 0;
  for (const state of inOrder) {
    if (approximations <= mostApproximations) near.add(state);
    else if (approximations <= lookFurther * mostApproximations) further.add(state);
    approximations += state.questions * rows;
  }
  const cheapestFirst = (taken: ReadonlySet<StateOffers>) => byState.filter((state) => taken.has(state));
  return { near: new Set(cheapestFirst(near)), further: cheapestFirst(further) };
}

interface ApproximateCandidate {
  readonly state: StateOffers;
  readonly offer: Offer;
  readonly cost: number;
  readonly bits: number;
  readonly rate: number;
}

/** Keeps so many of the best rates, no two the same question. */
function bestOf(length: number) {
  const best: ApproximateCandidate[] = [];
  const worst = () => (best.length >= length ? best[length - 1]!.rate : 0);
  return {
    /** No rate up to this one is kept. */
    worst,
    /**
     * Puts one into its place by rate, unless a better one asks the same: the same instrument telling the same is the
     * same question in another state or on another point of one wire.
     */
    offer(this: void, fresh: ApproximateCandidate): void {
      if (fresh.rate <= worst()) return;
      const { instrument, test } = fresh.offer;
      const known = best.findIndex(
        ({ offer, bits }) =>
          offer.instrument === instrument &&
          (offer.test.at === test.at || Math.abs(bits - fresh.bits) < 1e-9),
      );
      if (known >= 0 && best[known]!.rate >= fresh.rate) return;
      if (known >= 0) best.splice(known, 1);
      const at = best.findIndex(({ rate }) => rate < fresh.rate);
      best.splice(at < 0 ? best.length : at, 0, fresh);
      best.splice(length);
    },
    candidates: (): readonly Weighed[] =>
      best.map(({ state, offer, cost, bits, rate }) => ({
        candidate: state.candidate(offer, cost),
        bits,
        rate,
      })),
  };
}

/**
 * Bits that a test tells, roughly: tests whose predictions look the same under all that is left are weighed once,
 * as most points of one wire are, in most states.
 */
function approximateInformationGain({ truncated, table: tableOf, bits: bitsOf }: InformationMeasure) {
  const { asked } = truncated;
  const byInstrument = new Map<Instrument, Map<number, number>>();
  return (instrument: Instrument, predictions: PredictionTable): number => {
    const told = predictions.distinguishing(asked);
    if (told === null) return 0;
    const known = byInstrument.get(instrument) ?? new Map<number, number>();
    byInstrument.set(instrument, known);
    const look = fingerprintOf(told, asked);
    const before = known.get(look);
    if (before !== undefined) return before;
    const table = tableOf(instrument, told);
    const bits = table === null ? 0 : bitsOf(table);
    known.set(look, bits);
    return bits;
  };
}

/** A number of 53 bits that two tables of an instrument share, in all likelihood, only where they predict the same. */
function fingerprintOf({ fingerprints, rowOf }: PredictionRows, hypotheses: Int32Array): number {
  let [low, high] = [0x811c9dc5, 0x9e3779b9];
  for (let k = 0; k < hypotheses.length; k++) {
    const own = fingerprints[rowOf[hypotheses[k]!]!]!;
    low = Math.imul(low ^ own, 0x01000193) ^ (low >>> 15);
    high = Math.imul(high + own, 0x85ebca6b) ^ (high >>> 13);
  }
  return (high >>> 11) * 0x1_0000_0000 + (low >>> 0);
}
