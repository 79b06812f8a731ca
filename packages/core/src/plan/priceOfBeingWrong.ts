import type { ProposedAction } from './nextActions';
import { minutesPerMoney } from './offers';

/** What a repair costs. */
export interface Repair {
  readonly minutes: number;
  /** Parts, in the workshop's money. */
  readonly money: number;
}

/** Whether to repair now or to take one more reading, in minutes (money at the workshop's rate). */
export interface PriceOfBeingWrong {
  /** Probability that the suspect is the cause. */
  readonly sure: number;
  readonly repair: number;
  /** Expected cost of repairing the wrong thing: the repair × the chance of being wrong. */
  readonly lossNow: number;
  /** Cost of the next reading, and the expected loss that it would leave. */
  readonly reading: number;
  readonly lossAfter: number;
  readonly advice: 'repair' | 'read first';
}

/**
 * Cost now × chance of being wrong, against one more test: after each of its outcomes, the one that then leads would
 * be repaired. A further reading is worth it when it saves more than it costs.
 * @param sure - probability of the suspect that would be repaired
 */
export function priceOfBeingWrong(sure: number, repair: Repair, next: ProposedAction): PriceOfBeingWrong {
  const cost = repair.minutes + repair.money * minutesPerMoney;
  const lossNow = cost * (1 - sure);
  const lossAfter =
    cost *
    next.outcomes.reduce(
      (sum, { probability, leaves }) => sum + probability * (1 - (leaves[0]?.probability ?? 0)),
      0,
    );
  const reading = next.work.minutes + next.work.money * minutesPerMoney;
  return {
    sure,
    repair: cost,
    lossNow,
    reading,
    lossAfter,
    advice: reading + lossAfter < lossNow ? 'read first' : 'repair',
  };
}
