import type { ReadingValue } from '../instruments/instrument';

/** How long a proof has to be watched, by how it failed before; null where one look is enough. */
export function watchWords(
  { value }: { readonly value: ReadingValue },
  comesAndGoes: boolean,
): string | null {
  if (comesAndGoes)
    return 'It came and went: move the wiring at the place while you watch, and watch for five minutes.';
  if (value.kind !== 'outcome') return null;
  switch (value.outcome) {
    case 'after-minutes':
      return 'Leave it on for longer than it took to blow.';
    case 'at-random':
      return 'It blew now and then: move the wiring at the place, and drive it before it is given back.';
    case 'in-the-wet':
      return 'It blew in the wet: wet the place again, and wait, before you call it mended.';
    default:
      return null;
  }
}
