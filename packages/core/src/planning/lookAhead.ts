import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import type { TruncatedPosterior } from './truncatedPosterior';
import type { Candidate } from './offers';
import { minutesPerMoney } from './offers';
import type { Outcomes } from './outcomeTable';
import type { Change, Worksite } from './work';
import { changeBetween, wayTo, workAfter } from './work';
import { plogp } from '../statistics/entropy';
import { leastBits } from './informationMeasure';

/** A candidate whose outcomes are known, for playing on. */
export interface Choice extends Outcomes {
  readonly candidate: Candidate;
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
 * @returns tells the minutes of a job, or infinity as soon as they are sure to exceed a limit
 */
export function lookAhead(
  circuit: Circuit,
  truncated: TruncatedPosterior,
  choices: readonly Choice[],
  bitsPerMinute: number,
): (choice: Choice, site: Worksite, limit: number) => number {
  const { minutesFrom, next } = costBetween(circuit, choices);
  const { remaining, after, entropyAfter } = weighing(truncated);

  /** Expected minutes still to go from here, times the weight of getting here; something above the limit beyond it. */
  const expectedRemainingMinutes = (
    here: Remaining,
    site: Worksite,
    steps: number,
    limit: number,
  ): number => {
    const { whole, entropy, largest } = here;
    const guess = entropy / bitsPerMinute;
    // What is still in doubt then is proven before anything is replaced.
    if (largest >= foundFrom * whole) return guess;
    if (whole < leastWeight || steps >= mostSteps) return guess;
    let best: { choice: Choice; rate: number; minutes: number } | null = null;
    const costs = minutesFrom(site);
    for (let c = 0; c < choices.length; c++) {
      const choice = choices[c]!;
      const minutes = costs[c]!;
      const most = Math.min(entropy, choice.candidate.mostBits * whole) / minutes;
      if (best !== null && most <= best.rate) continue;
      const bits: number = entropy - entropyAfter(here, choice, entropy - (best?.rate ?? 0) * minutes);
      if (bits >= leastBits * whole && bits / minutes > (best?.rate ?? 0)) {
        best = { choice, rate: bits / minutes, minutes };
      }
    }
    if (best === null) return guess;
    return expandOutcomes(here, site, best.choice, steps, best.minutes * whole, limit);
  };
  const expandOutcomes = (
    here: Remaining,
    site: Worksite,
    choice: Choice,
    steps: number,
    spent: number,
    limit: number,
  ): number => {
    const then = next(site, choice);
    let sum = spent;
    for (let o = 0; o < choice.outcomes && sum <= limit; o++) {
      sum += expectedRemainingMinutes(after(here, choice, o, steps), then, steps + 1, limit - sum);
    }
    return sum;
  };
  const all = Int32Array.from(truncated.chances, (_each, k) => k);
  const begun = remaining({ rows: all, weights: truncated.chances, count: all.length });
  return (choice, site, limit) => {
    const minutes = expandOutcomes(begun, site, choice, 1, choice.candidate.cost, limit);
    return minutes <= limit ? minutes : Infinity;
  };
}

/** Rows of a truncated posterior that still count: the first `count` of each. */
interface Left {
  readonly rows: Int32Array;
  readonly weights: Float64Array;
  count: number;
}

/** What is left somewhere in the play; good until the next outcome of the same step is followed. */
interface Remaining extends Left {
  readonly whole: number;
  /** Entropy, bits, about the suspects, times the weight. */
  readonly entropy: number;
  /** Weight of the largest suspect. */
  readonly largest: number;
}

/** Rows with less than this share of the whole weight no longer count: what an outlier alone would have left. */
const leastShare = 5e-3;

/** Room for what is left at each step of the play. */
function memoryOfSteps(count: number): readonly Left[] {
  return Array.from({ length: mostSteps }, () => ({
    rows: new Int32Array(count),
    weights: new Float64Array(count),
    count: 0,
  }));
}

/** Entropy of the suspects behind some weights, in working memory of its own. */
function weighing({ suspectOf, suspectChances, chances }: TruncatedPosterior) {
  const count = chances.length;
  const totals = new Float64Array(suspectChances.length);
  const left = memoryOfSteps(count);
  const remaining = ({ rows, weights, count: size }: Left): Remaining => {
    totals.fill(0);
    let whole = 0;
    for (let k = 0; k < size; k++) {
      totals[suspectOf[rows[k]!]!]! += weights[k]!;
      whole += weights[k]!;
    }
    let [entropy, largest] = [plogp(whole), 0];
    for (const total of totals) {
      entropy -= plogp(total);
      if (total > largest) largest = total;
    }
    return { rows, weights, count: size, whole, entropy, largest };
  };
  return {
    remaining,
    /** What an outcome of a choice leaves, at some step of the play. */
    after(this: void, here: Remaining, choice: Choice, outcome: number, step: number): Remaining {
      const then = left[step]!;
      const { rows, weights } = then;
      const size = here.count;
      const from = outcome * count;
      let whole = 0;
      for (let k = 0; k < size; k++) {
        weights[k] = here.weights[k]! * choice.chances[from + here.rows[k]!]!;
        whole += weights[k]!;
      }
      let kept = 0;
      for (let k = 0; k < size; k++) {
        if (weights[k]! < leastShare * whole) continue;
        rows[kept] = here.rows[k]!;
        weights[kept++] = weights[k]!;
      }
      then.count = kept;
      return remaining(then);
    },
    /** Entropy that is left after a choice, times the weight; something above the limit beyond it. */
    entropyAfter(this: void, here: Remaining, { outcomes, chances: table }: Choice, limit: number) {
      const { rows, weights, count: size } = here;
      let entropy = 0;
      for (let o = 0; o < outcomes && entropy <= limit; o++) {
        totals.fill(0);
        let whole = 0;
        for (let k = 0; k < size; k++) {
          const row = rows[k]!;
          const both = weights[k]! * table[o * count + row]!;
          totals[suspectOf[row]!]! += both;
          whole += both;
        }
        entropy += plogp(whole);
        for (const total of totals) if (total > 0) entropy -= plogp(total);
      }
      return entropy;
    },
  };
}

/** What each of some choices costs from any worksite, and the worksite that it leaves; remembered. */
function costBetween(circuit: Circuit, choices: readonly Choice[]) {
  const changes = new Map<OperatingState, Map<OperatingState, Change>>();
  const changeTo = (from: OperatingState, to: OperatingState) => {
    const known = changes.get(from) ?? new Map<OperatingState, Change>();
    changes.set(from, known);
    const change = known.get(to) ?? changeBetween(circuit, from, to);
    known.set(to, change);
    return change;
  };
  const places = choices.map(({ candidate }) => candidate.places);
  const known = new WeakMap<Worksite, Float64Array>();
  const numbers = new Map<OperatingState, number>();
  const numberOf = (state: OperatingState) => {
    const number = numbers.get(state) ?? numbers.size;
    numbers.set(state, number);
    return number;
  };
  const same = new Map<string, Worksite>();
  return {
    /** Minutes, money weighed in, in the order of the choices. */
    minutesFrom(this: void, site: Worksite): Float64Array {
      const found = known.get(site);
      if (found !== undefined) return found;
      const fresh = Float64Array.from(choices, ({ candidate: { state, instrument } }, index) => {
        const change = changeTo(site.state, state);
        const way = wayTo(circuit, site, [...change.places, ...places[index]!]);
        return change.minutes + way.minutes + instrument.minutes + change.money * minutesPerMoney;
      });
      known.set(site, fresh);
      return fresh;
    },
    next(this: void, site: Worksite, { candidate: { state, test } }: Choice): Worksite {
      const { after } = workAfter(circuit, site, state, changeTo(site.state, state), test);
      const key = `${numberOf(state)} ${after.at} ${after.stripped.join(' ')}`;
      const before = same.get(key) ?? after;
      same.set(key, before);
      return before;
    },
  };
}
