import type { Circuit } from '../circuit/circuit';
import { NOTHING_WRONG } from '../faults/hypotheses';
import type { Posterior, Suspect } from '../inference/posterior';
import { minutesPerMoney } from './offers';
import type { Repair } from './repairEstimate';
import { repairEstimate } from './repairEstimate';
import type { Weighed } from './shortlist';
import type { Worksite } from './work';

/** Suspects below this are not repaired on a guess. */
const guessedFrom = 0.02;

/**
 * Tells whether the strips before a reading are worth it: whether all that can be asked behind them is expected to save
 * more minutes than they take, the chance counted that they come off for the repair in any case. What costs no strip
 * always is.
 * @param behindTrim - readings that could be taken, were the strips before them off
 * @param entropy - what is in doubt, bits
 */
export function worthItsTrim(
  circuit: Circuit,
  { suspects }: Posterior,
  site: Worksite,
  behindTrim: readonly Weighed[],
  entropy: number,
): (strips: readonly string[]) => boolean {
  const guesses = guessesOf(circuit, suspects, site);
  const loss = lossOf(guesses);
  const lostMinutes = (strip: string) => {
    const anyway = guesses.reduce(
      (sum, each) => (each.strips.includes(strip) ? sum + each.probability : sum),
      0,
    );
    return (circuit.strips.find(({ id }) => id === strip)?.minutes ?? 0) * (1 - anyway);
  };
  const behind = behindTrim.map(({ candidate, bits }) => ({ strips: candidate.work().strips, bits }));
  return (strips) => {
    if (strips.length === 0) return true;
    const bits = behind
      .filter((each) => each.strips.length > 0 && each.strips.every((strip) => strips.includes(strip)))
      .reduce((sum, each) => sum + each.bits, 0);
    const lost = strips.reduce((sum, strip) => sum + lostMinutes(strip), 0);
    return loss * Math.min(1, bits / entropy) >= lost;
  };
}

/** Minutes for a wrong repair beyond the work itself: put together, tried, taken apart again. Judgement. */
const triedInVain = 20;

/**
 * What knowing the cause would save: the minutes that are lost on average, money weighed in, by repairing the suspects one after
 * another, the likeliest first, until it was the right one.
 */
export function lostByGuessing(
  circuit: Circuit,
  { suspects }: Pick<Posterior, 'suspects'>,
  site: Worksite,
): number {
  return lossOf(guessesOf(circuit, suspects, site));
}

interface Guess extends Repair {
  readonly probability: number;
}

function guessesOf(circuit: Circuit, suspects: readonly Suspect[], site: Worksite): readonly Guess[] {
  return suspects
    .filter(({ id, probability }) => probability >= guessedFrom && id !== NOTHING_WRONG)
    .map(({ id, probability }) => ({ probability, ...repairEstimate(circuit, site, id) }));
}

function lossOf(guesses: readonly Guess[]): number {
  let [spent, loss] = [0, 0];
  for (const { probability, minutes, money } of guesses) {
    loss += probability * spent;
    spent += minutes + money * minutesPerMoney + triedInVain;
  }
  return loss;
}

/**
 * What is foreseen of a search is rough, and a wrong reading in it makes it longer: nobody is told to stop within the first hour,
 * nor while less than an hour is left, nor before what is left is so many times what it saves. Minutes; judgement.
 */
const longFrom = 60;
const mostTimes = 1.5;

/** Whether a job has taken so long that it may be asked whether it goes on for ever. */
export function tookLong(minutes: number): boolean {
  return minutes >= longFrom;
}

/**
 * Whether the search goes on for longer than what it saves.
 * @param proposed - as far as it was played on
 * @param lost - what knowing the cause would save, minutes
 */
export function isEndless(
  proposed: readonly { readonly minutesToGo: number | null }[],
  lost: () => number,
): boolean {
  const least = Math.min(...proposed.map(({ minutesToGo }) => minutesToGo ?? Infinity));
  return Number.isFinite(least) && least >= longFrom && least > mostTimes * lost();
}
