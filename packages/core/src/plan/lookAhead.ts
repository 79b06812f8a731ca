import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import type { Belief } from './belief';
import type { Candidate } from './offers';
import { minutesPerMoney } from './offers';
import type { Change, Worksite } from './work';
import { changeBetween, workAfter } from './work';
import { leastBits, plogp } from './worth';

/** A candidate whose outcomes are known, for playing on. */
export interface Choice {
  readonly candidate: Candidate;
  readonly outcomes: number;
  /** outcomes × rows of the belief, row-major. */
  readonly chances: Float64Array;
}

/** From this share on a suspect counts as found. */
export const foundFrom = 0.9;
/** Branches that are rarer than this are not played on but guessed. */
const leastWeight = 0.02;
/** No job is played further than this. */
const mostSteps = 8;

/**
 * Plays a job to its end for each way of starting it: first the choice, then always the one that tells most per
 * minute, through every outcome that is likely enough. What cannot be told apart by any of them, and what is too rare
 * to be played, is guessed at `bitsPerMinute`.
 */
export function lookAhead(
  circuit: Circuit,
  belief: Belief,
  choices: readonly Choice[],
  bitsPerMinute: number,
): (choice: Choice, site: Worksite) => number {
  const cost = costBetween(circuit);
  const { weigh, doubtAfter } = weighing(belief);

  /** Expected minutes still to go from here, times the weight of getting here. */
  const toGo = (weights: Float64Array, site: Worksite, steps: number): number => {
    const { whole, doubt, largest } = weigh(weights);
    if (largest >= foundFrom * whole) return 0;
    const guess = doubt / bitsPerMinute;
    if (whole < leastWeight || steps >= mostSteps) return guess;
    let best: { choice: Choice; rate: number; minutes: number } | null = null;
    for (const choice of choices) {
      const { minutes } = cost(site, choice.candidate);
      const most = Math.min(doubt, choice.candidate.mostBits * whole) / minutes;
      if (best !== null && most <= best.rate) continue;
      const bits = doubt - doubtAfter(weights, choice);
      if (bits >= leastBits * whole && bits / minutes > (best?.rate ?? 0)) {
        best = { choice, rate: bits / minutes, minutes };
      }
    }
    return best === null ? guess : best.minutes * whole + onwards(weights, site, best.choice, steps);
  };
  const onwards = (weights: Float64Array, site: Worksite, choice: Choice, steps: number): number => {
    const { next } = cost(site, choice.candidate);
    let sum = 0;
    for (let o = 0; o < choice.outcomes; o++) sum += toGo(weightsAfter(weights, choice, o), next, steps + 1);
    return sum;
  };
  return (choice, site) => choice.candidate.cost + onwards(belief.chances, site, choice, 1);
}

/** The weights that an outcome leaves. */
function weightsAfter(weights: Float64Array, { chances }: Choice, outcome: number): Float64Array {
  const rows = weights.length;
  const left = new Float64Array(rows);
  for (let k = 0; k < rows; k++) left[k] = weights[k]! * chances[outcome * rows + k]!;
  return left;
}

/** Doubt about the suspects behind some weights, in working memory of its own. */
function weighing({ suspectOf, suspectChances, chances }: Belief) {
  const rows = chances.length;
  const totals = new Float64Array(suspectChances.length);
  return {
    /** Weight, bits of doubt (times the weight) and the largest suspect of some rows. */
    weigh(this: void, weights: Float64Array) {
      totals.fill(0);
      let whole = 0;
      for (let k = 0; k < rows; k++) {
        totals[suspectOf[k]!]! += weights[k]!;
        whole += weights[k]!;
      }
      let [doubt, largest] = [plogp(whole), 0];
      for (const total of totals) {
        doubt -= plogp(total);
        if (total > largest) largest = total;
      }
      return { whole, doubt, largest };
    },
    /** Doubt that is left after a choice, times the weight. */
    doubtAfter(this: void, weights: Float64Array, { outcomes, chances: table }: Choice) {
      let doubt = 0;
      for (let o = 0; o < outcomes; o++) {
        totals.fill(0);
        let whole = 0;
        for (let k = 0; k < rows; k++) {
          const both = weights[k]! * table[o * rows + k]!;
          totals[suspectOf[k]!]! += both;
          whole += both;
        }
        doubt += plogp(whole);
        for (const total of totals) if (total > 0) doubt -= plogp(total);
      }
      return doubt;
    },
  };
}

/** What a candidate costs from any worksite, and the worksite that it leaves; remembered. */
function costBetween(circuit: Circuit) {
  const changes = new Map<OperatingState, Map<OperatingState, Change>>();
  const sites = new WeakMap<Worksite, Map<Candidate, { minutes: number; next: Worksite }>>();
  const same = new Map<string, Worksite>();
  const changeTo = (from: OperatingState, to: OperatingState) => {
    const known = changes.get(from) ?? new Map<OperatingState, Change>();
    changes.set(from, known);
    const change = known.get(to) ?? changeBetween(circuit, from, to);
    known.set(to, change);
    return change;
  };
  const numbers = new Map<OperatingState, number>();
  const numberOf = (state: OperatingState) => {
    const known = numbers.get(state) ?? numbers.size;
    numbers.set(state, known);
    return known;
  };
  return (site: Worksite, candidate: Candidate) => {
    const known = sites.get(site) ?? new Map<Candidate, { minutes: number; next: Worksite }>();
    sites.set(site, known);
    const found = known.get(candidate);
    if (found !== undefined) return found;
    const { state, test } = candidate;
    const work = workAfter(circuit, site, state, changeTo(site.state, state), test);
    const { at, stripped } = work.after;
    const key = `${numberOf(state)} ${at} ${stripped.join(' ')}`;
    const next = same.get(key) ?? work.after;
    same.set(key, next);
    const fresh = { minutes: work.minutes + work.money * minutesPerMoney, next };
    known.set(candidate, fresh);
    return fresh;
  };
}
