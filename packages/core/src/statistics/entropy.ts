/** Entropy in bits of chances that sum to 1. */
export function entropyBits(chances: Iterable<number>): number {
  let sum = 0;
  for (const chance of chances) if (chance > 0) sum -= chance * Math.log2(chance);
  return sum;
}
