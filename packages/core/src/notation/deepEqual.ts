/** Whether two values of plain data are the same; a key that is undefined counts as absent. */
export function deepEqual(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [one, other] = [a, b] as Readonly<Record<string, unknown>>[];
  return [...new Set([...Object.keys(one!), ...Object.keys(other!)])].every((key) =>
    deepEqual(one![key], other![key]),
  );
}
