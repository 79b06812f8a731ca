import type { Cursor } from './cursor';
import { idPattern, localName } from './vocabulary';

/** The name of a place as it is written, and whether it is assumed: `~dash`; words in quotes become one. @throws {LineFlaw} */
export function placeWord(cursor: Cursor): { readonly id: string; readonly isAssumed: boolean } {
  const word = cursor.word('the name of a place, such as “dash”');
  const isAssumed = word.startsWith('~');
  const name = isAssumed ? word.slice(1) : word;
  return { id: idPattern.test(name) ? name : localName(name), isAssumed };
}
