/** The least and the greatest of some samples in a row: drawn, no spike between them is lost. */
export interface ReducedTrace {
  readonly times: Float64Array;
  readonly values: Float64Array;
}

/** Samples under one pair of the finest level, and levels above it each hold pairs of two below. */
export const finestSamples = 64;

/** Least and greatest of every 64 samples, of every 128, and so on: any stretch of millions is reduced in a moment. */
export interface TracePyramid {
  readonly values: Float64Array;
  /** level → pairs of least and greatest, interleaved. */
  readonly levels: readonly Float64Array[];
}

/** Builds it in one pass over the samples; it takes a 32nd of their room. */
export function tracePyramid(values: Float64Array): TracePyramid {
  const count = Math.ceil(values.length / finestSamples);
  let pairs = new Float64Array(2 * count);
  for (let pair = 0; pair < count; pair++) {
    const to = Math.min(values.length, (pair + 1) * finestSamples);
    let [least, greatest] = [Infinity, -Infinity];
    for (let i = pair * finestSamples; i < to; i++) {
      const value = values[i]!;
      if (value < least) least = value;
      if (value > greatest) greatest = value;
    }
    pairs[2 * pair] = least;
    pairs[2 * pair + 1] = greatest;
  }
  const levels = [pairs];
  while (pairs.length > 4) {
    const below = pairs;
    const length = Math.ceil(below.length / 4);
    pairs = Float64Array.from({ length: 2 * length }, (_each, i) => {
      const at = 4 * (i >> 1) + (i & 1);
      const [one, other] = [below[at]!, below[at + 2] ?? below[at]!];
      return (i & 1) === 0 ? Math.min(one, other) : Math.max(one, other);
    });
    levels.push(pairs);
  }
  return { values, levels };
}

/**
 * A stretch of a trace with at most so many pairs of points, least and greatest of each piece, in the order of time.
 * @param from - index of its first sample
 * @param to - one past its last
 */
export function reduceTrace(
  { values, levels }: TracePyramid,
  times: Float64Array,
  from: number,
  to: number,
  pairs: number,
): ReducedTrace {
  const count = to - from;
  if (count <= 2 * pairs) return { times: times.slice(from, to), values: values.slice(from, to) };
  const reduced = { times: new Float64Array(2 * pairs), values: new Float64Array(2 * pairs) };
  for (let piece = 0; piece < pairs; piece++) {
    const start = from + Math.floor((piece * count) / pairs);
    const end = from + Math.floor(((piece + 1) * count) / pairs);
    const { least, greatest } = extremes(values, levels, start, end);
    reduced.times[2 * piece] = times[start]!;
    reduced.times[2 * piece + 1] = times[end - 1]!;
    reduced.values[2 * piece] = least;
    reduced.values[2 * piece + 1] = greatest;
  }
  return reduced;
}

/** Of the samples from `start` to before `end`: whole pairs of the coarsest level that fits, single samples at the ends. */
function extremes(values: Float64Array, levels: readonly Float64Array[], start: number, end: number) {
  let [least, greatest] = [Infinity, -Infinity];
  let at = start;
  while (at < end) {
    let [level, size] = [-1, 1];
    while (level + 1 < levels.length) {
      const next = finestSamples * 2 ** (level + 1);
      if (at % next !== 0 || at + next > end) break;
      [level, size] = [level + 1, next];
    }
    if (level < 0) {
      const value = values[at]!;
      if (value < least) least = value;
      if (value > greatest) greatest = value;
    } else {
      const pair = 2 * (at / size);
      least = Math.min(least, levels[level]![pair]!);
      greatest = Math.max(greatest, levels[level]![pair + 1]!);
    }
    at += size;
  }
  return { least, greatest };
}
