/** log(e^a + e^b). */
export function logSumOfTwo(a: number, b: number): number {
  const top = Math.max(a, b);
  return top === -Infinity ? top : top + Math.log(Math.exp(a - top) + Math.exp(b - top));
}

/** log Σ e^x, of at least one finite x. */
export function logSum(logs: Float64Array): number {
  let top = -Infinity;
  for (let k = 0; k < logs.length; k++) if (logs[k]! > top) top = logs[k]!;
  let sum = 0;
  for (let k = 0; k < logs.length; k++) sum += Math.exp(logs[k]! - top);
  return top + Math.log(sum);
}
