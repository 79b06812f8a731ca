import type { Circuit } from '../circuit/circuit';
import { NOTHING_WRONG } from '../faults/hypotheses';
import type { Posterior } from '../inference/posterior';
import { minutesPerMoney } from './offers';
import { repairEstimate } from './repairEstimate';
import type { Weighed } from './shortlist';
import type { Worksite } from './work';

/** Minutes for a wrong repair beyond the work itself: put together, tried, taken apart again. Judgement. */
const triedInVain = 20;
/** Suspects below this are not repaired on a guess. */
const guessedFrom = 0.02;

/**
 * Tells whether the strips before a reading are worth it: whether all that can be asked behind them is expected to save
 * more minutes than they take, the chance counted that they come off for the repair in any case. What costs no strip
 * always is.
 *
 * What knowing the cause would save is what is lost on average, money weighed in, by repairing the suspects one after
 * another, the likeliest first, until it was the right one.
 * @param behindTrim - readings that could be taken, were the strips before them off
 * @param doubt - bits
 */
export function worthItsTrim(
  circuit: Circuit,
  { suspects }: Posterior,
  site: Worksite,
  behindTrim: readonly Weighed[],
  entropy: number,
): (strips: readonly string[]) => boolean {
  const guesses = suspects
    .filter(({ id, probability }) => probability >= guessedFrom && id !== NOTHING_WRONG)
    .map(({ id, probability }) => ({ probability, ...repairEstimate(circuit, site, id) }));
  let [spent, loss] = [0, 0];
  for (const { probability, minutes, money } of guesses) {
    loss += probability * spent;
    spent += minutes + money * minutesPerMoney + triedInVain;
  }
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
