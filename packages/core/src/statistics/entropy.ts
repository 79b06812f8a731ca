/** Entropy in bits of chances that sum to 1. */
export function entropyBits(chances: Iterable<number>): number {
  let sum = 0;
  for (const chance of chances) if (chance > 0) sum -= chance * Math.log2(chance);
  return sum;
}

/** p·log2 p of a probability, 0 at 0; bits. */
export function plogp(p: number): number {
  return p > 0 ? p * Math.log2(p) : 0;
}
