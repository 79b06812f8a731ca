/** A line longer than this is broken at the space nearest its middle. */
const longestLine = 13;

/** A name as one or two lines; none for an empty one. */
export function linesOf(name: string): readonly string[] {
  if (name.length <= longestLine) return name === '' ? [] : [name];
  const spaces = [...name.matchAll(/ /g)].map(({ index }) => index);
  const middle = spaces.sort(
    (one, other) => Math.abs(one - name.length / 2) - Math.abs(other - name.length / 2),
  )[0];
  return middle === undefined ? [name] : [name.slice(0, middle), name.slice(middle + 1)];
}
