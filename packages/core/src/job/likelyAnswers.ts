import type { ReadingValue } from '../instruments/instrument';
import type { ProposedAction } from '../planning/nextActions';
import type { OutcomeSpec } from '../planning/outcomeTable';
import type { JobEvent } from './events';

/** So many answers are thought through before they are given, the likeliest first, if they are as likely as this. */
const most = 4;
const leastLikely = 0.03;

/** What will probably be read where a plan asks: events as they would be made, for thinking ahead. */
export function likelyAnswers({ test, state, outcomes }: ProposedAction): readonly JobEvent[] {
  return outcomes
    .filter(({ probability }) => probability >= leastLikely)
    .sort((one, other) => other.probability - one.probability)
    .slice(0, most)
    .map(({ outcome }, index) => ({
      id: `ahead ${index}`,
      author: '',
      at: '1970-01-01T00:00:00.000Z',
      type: 'reading-taken',
      test,
      state,
      value: middleOf(outcome),
      typed: '',
    }));
}

/** A value that belongs to an outcome: the middle of a band, or as far beyond its one edge again. */
function middleOf(outcome: OutcomeSpec): ReadingValue {
  if (outcome.kind === 'outcome') return { kind: 'outcome', outcome: outcome.id };
  const { from, to, overload } = outcome;
  if (overload) return { kind: 'overload' };
  if (from === null) return { kind: 'number', value: (to ?? 0) / 2 };
  return { kind: 'number', value: to === null ? 2 * from : (from + to) / 2 };
}
