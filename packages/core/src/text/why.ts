import type { ProposedAction } from '../planning/nextActions';
import { asGood } from '../planning/nextActions';
import { minutes, percent } from './figures';

/** Bits from which a reading parts what is left nearly evenly, and below which its likeliest outcome changes little. */
const evenFrom = 0.75;
const oneSidedBelow = 0.35;

/**
 * Why an action, and why now: how evenly it parts what is left, and the minutes that it is expected to save against the
 * next best.
 * @param others - the actions offered beside it, in their order
 */
export function whyWords(action: ProposedAction, others: readonly ProposedAction[]): string {
  const { purpose, outcomes, bits, minutesToGo } = action;
  if (purpose !== 'search' || outcomes.length === 0) return '';
  const most = Math.max(...outcomes.map(({ probability }) => probability));
  const split =
    bits >= evenFrom
      ? 'Parts what is left nearly evenly.'
      : bits >= oneSidedBelow
        ? `Parts what is left, ${percent(most)} on the one side.`
        : `Most likely (${percent(most)}) it changes little; if not, it turns the search.`;
  const next = others.find((each) => each.minutesToGo !== null)?.minutesToGo ?? null;
  if (minutesToGo === null || next === null) return split;
  const about = `About ${minutes(minutesToGo)} to the end with it`;
  if (next <= minutesToGo * (1 + asGood)) return `${split} ${about}; the next one is as good.`;
  return `${split} ${about}, ${minutes(next)} with the next best.`;
}
