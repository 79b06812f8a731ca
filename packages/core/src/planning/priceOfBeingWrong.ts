import type { Circuit } from '../circuit/circuit';
import type { ProposedAction } from './nextActions';
import { minutesPerMoney } from './offers';
import type { Repair } from './repairEstimate';

/** Whether to repair now or to take one more reading, in minutes (money at the workshop's rate). */
export interface PriceOfBeingWrong {
  /** Probability that the suspect is the cause. */
  readonly sure: number;
  readonly repair: number;
  /** Expected cost of repairing the wrong thing: what of the repair would be lost × the chance of being wrong. */
  readonly lossNow: number;
  /** Cost of the next reading beyond what the repair takes as well, and the expected loss that it would leave. */
  readonly reading: number;
  readonly lossAfter: number;
  readonly advice: 'repair' | 'read first';
}

/**
 * Cost now × chance of being wrong, against one more test: after each of its outcomes, the one that then leads would
 * be repaired. A further reading is worth it when it saves more than it costs. A strip that both need is paid once, and
 * lost by neither: it counts on no side.
 * @param sure - probability of the suspect that would be repaired
 */
export function priceOfBeingWrong(
  circuit: Circuit,
  sure: number,
  repair: Repair,
  next: ProposedAction,
): PriceOfBeingWrong {
  const cost = repair.minutes + repair.money * minutesPerMoney;
  const shared = circuit.strips.reduce(
    (sum, { id, minutes }) =>
      repair.strips.includes(id) && next.work.strips.includes(id) ? sum + minutes : sum,
    0,
  );
  const lossNow = (cost - shared) * (1 - sure);
  const lossAfter =
    (cost - shared) *
    next.outcomes.reduce(
      (sum, { probability, leaves }) => sum + probability * (1 - (leaves[0]?.probability ?? 0)),
      0,
    );
  const reading = next.work.minutes + next.work.money * minutesPerMoney - shared;
  return {
    sure,
    repair: cost,
    lossNow,
    reading,
    lossAfter,
    advice: reading + lossAfter < lossNow ? 'read first' : 'repair',
  };
}
