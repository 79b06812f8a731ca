import { median } from '../../statistics/quantiles';

/** At most so many numbers, evenly picked: enough for a quantile of millions. */
export function thinned(values: Float64Array, most: number): Float64Array {
  if (values.length <= most) return values;
  const step = values.length / most;
  return Float64Array.from({ length: most }, (_each, index) => values[Math.floor(index * step)]!);
}

/** Medians of so many pieces, in order: what a trace does when its noise and its spikes are left out. */
export function blockMedians(values: Float64Array, blocks: number): Float64Array {
  const count = Math.min(blocks, values.length);
  return Float64Array.from({ length: count }, (_each, block) => {
    const from = Math.floor((block * values.length) / count);
    const to = Math.floor(((block + 1) * values.length) / count);
    return median(thinned(values.subarray(from, to), 2001));
  });
}

/** Noise from sample to sample, as a standard deviation: the median step of neighbours, over 0.954 (normal noise). */
export function sampleNoise(values: Float64Array): number {
  const count = Math.min(values.length - 1, 20_000);
  if (count < 1) return 0;
  const stride = (values.length - 1) / count;
  const steps = Float64Array.from({ length: count }, (_each, index) => {
    const at = Math.floor(index * stride);
    return Math.abs(values[at + 1]! - values[at]!);
  });
  return median(steps) / 0.954;
}

/** The straight line through points by least squares: its slope, and the deviation of what it leaves. */
export function lineThrough(
  xs: Float64Array,
  ys: Float64Array,
): { slope: number; at: (x: number) => number; left: number } {
  const count = xs.length;
  const mean = (list: Float64Array) => list.reduce((sum, each) => sum + each, 0) / Math.max(1, count);
  const [mx, my] = [mean(xs), mean(ys)];
  let [xx, xy] = [0, 0];
  for (let i = 0; i < count; i++) {
    xx += (xs[i]! - mx) ** 2;
    xy += (xs[i]! - mx) * (ys[i]! - my);
  }
  const slope = xx > 0 ? xy / xx : 0;
  const at = (x: number) => my + slope * (x - mx);
  let squares = 0;
  for (let i = 0; i < count; i++) squares += (ys[i]! - at(xs[i]!)) ** 2;
  return { slope, at, left: Math.sqrt(squares / Math.max(1, count)) };
}
