/** The value below which a share of some numbers lies. Works on a copy; cost n log n. */
export function quantile(values: Float64Array, share: number): number {
  if (values.length === 0) return 0;
  const sorted = values.slice().sort();
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))]!;
}

/** The middle one. */
export function median(values: Float64Array): number {
  return quantile(values, 0.5);
}
