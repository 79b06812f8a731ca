import type { JobEvent, OutcomeSpec, ProposedAction, ReadingValue } from '@grim-lantern/core';

/** So many answers are thought through before they are given, the likeliest first. */
const most = 2;

/** What will probably be read where a plan asks: events as they would be made, for thinking ahead. */
export function likelyAnswers({ test, state, outcomes }: ProposedAction): readonly JobEvent[] {
  return [...outcomes]
    .sort((one, other) => other.probability - one.probability)
    .slice(0, most)
    .map(({ outcome }, index) => ({
      id: `ahead ${index}`,
      author: '',
      at: new Date(0).toISOString(),
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
