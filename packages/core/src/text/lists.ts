/**
 * Names in one line: `C7, Link 2 and 3 more`. Where a name has a comma of its own, semicolons part them, so that nobody
 * takes one name for two.
 * @param most - so many are named; all when absent
 */
export function listWords(names: readonly string[], most: number = names.length): string {
  const shown = names.slice(0, most);
  const line = shown.join(shown.some((name) => name.includes(', ')) ? '; ' : ', ');
  return shown.length < names.length ? `${line} and ${names.length - shown.length} more` : line;
}
