import type { ProposedAction } from '@grim-lantern/core';
import { exactWorth, worth } from '@grim-lantern/core';

/** What an action is for, above it. */
export const purposeWords: Readonly<Record<ProposedAction['purpose'], string>> = {
  search: 'Next',
  proof: 'Proof',
  check: 'Once more: the verdict hangs on this reading',
  doubt: 'Once more: what was read here does not fit the rest',
};

/** The same in the list of the others: what it would tell, where it narrows the search. */
export function forWhat({ purpose, bits }: ProposedAction): string {
  if (purpose === 'search') return worth(bits);
  return purpose === 'proof' ? 'proves it' : 'once more';
}

/** How much it tells as a figure, for who rests the pointer on it. */
export function exactly({ purpose, bits }: ProposedAction): string | undefined {
  return purpose === 'search' ? exactWorth(bits) : undefined;
}
