import type { ProposedAction } from '../plan/nextActions';
import { asGood } from '../plan/nextActions';
import { minutes, percent } from './figures';

/** An outcome that is no likelier than this leaves about as much as the others together. */
const nearlyHalf = 0.6;

/**
 * Why an action, and why now: how evenly it parts what is left, and the minutes that it is expected to save against the
 * next best.
 * @param others - the actions offered beside it, in their order
 */
export function whyWords(action: ProposedAction, others: readonly ProposedAction[]): string {
  const { purpose, outcomes, minutesToGo } = action;
  if (purpose !== 'search' || outcomes.length === 0) return '';
  const most = Math.max(...outcomes.map(({ probability }) => probability));
  const split =
    most <= nearlyHalf
      ? 'Parts what is left nearly evenly.'
      : `Most likely (${percent(most)}) it only bears out what leads; if not, it turns the search.`;
  const next = others.find((each) => each.minutesToGo !== null)?.minutesToGo ?? null;
  if (minutesToGo === null || next === null) return split;
  const about = `About ${minutes(minutesToGo)} to the end with it`;
  if (next <= minutesToGo * (1 + asGood)) return `${split} ${about}; the next one is as good.`;
  return `${split} ${about}, ${minutes(next)} with the next best.`;
}
