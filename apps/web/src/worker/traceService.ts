import {
  channelOf,
  judgeTrace,
  measureTrace,
  reduceTrace,
  traceAgainstFuse,
  tracePyramid,
  traceReader,
  traceSeconds,
} from '@grim-lantern/core';
import type {
  BadLine,
  FuseStyle,
  ReducedTrace,
  Trace,
  TraceAgainstFuse,
  TraceMeasures,
  TracePyramid,
  TraceVerdict,
} from '@grim-lantern/core';

/** What is said of a recording as a whole. */
export interface TraceReport {
  readonly samples: number;
  readonly seconds: number;
  readonly channels: readonly { readonly name: string; readonly unit: 'A' | 'V' }[];
  readonly badLines: number;
  readonly firstBad: readonly BadLine[];
  readonly gaps: number;
  readonly measures: TraceMeasures;
}

export type TraceAnswer =
  | { readonly status: 'read'; readonly report: TraceReport }
  | { readonly status: 'refused'; readonly why: string };

/** Larger files are not begun with. */
const mostBytes = 5e8;
/** Progress is told every so many bytes. */
const toldEvery = 4e6;

/** One recording, read and kept away from the page's own thread. */
export function createTraceService() {
  let trace: Trace | null = null;
  let measures: TraceMeasures | null = null;
  let pyramid: TracePyramid | null = null;
  return {
    /** @param onProgress - told the share that has been read */
    async read(file: File, onProgress: (share: number) => void): Promise<TraceAnswer> {
      if (file.size > mostBytes) {
        const megabytes = Math.round(file.size / 1e6);
        return { status: 'refused', why: `The file has ${megabytes} MB: expected at most 500.` };
      }
      const reader = traceReader();
      const stream = file.stream().getReader();
      let [taken, told] = [0, 0];
      for (let piece = await stream.read(); !piece.done; piece = await stream.read()) {
        const refused = reader.push(piece.value);
        if (refused !== null) {
          await stream.cancel();
          return { status: 'refused', why: refused.refused };
        }
        taken += piece.value.length;
        if (taken - told < toldEvery) continue;
        told = taken;
        onProgress(taken / file.size);
      }
      const found = reader.end();
      if ('refused' in found) return { status: 'refused', why: found.refused };
      const current = channelOf(found.trace, 'A');
      if (current === null) {
        return { status: 'refused', why: 'No channel in amps was found: expected the current of a clamp.' };
      }
      trace = found.trace;
      measures = measureTrace(trace);
      pyramid = tracePyramid(current.values);
      const { badLines, firstBad, gaps } = found;
      const channels = trace.channels.map(({ name, unit }) => ({ name, unit }));
      const samples = trace.times.length;
      const report = { samples, seconds: traceSeconds(trace), channels, badLines, firstBad, gaps, measures };
      return { status: 'read', report };
    },
    judge: (expectedAmps: number | null): TraceVerdict | null =>
      measures === null ? null : judgeTrace(measures, expectedAmps),
    fuse(style: FuseStyle, ratingAmps: number): TraceAgainstFuse | null {
      if (trace === null || measures === null) return null;
      return traceAgainstFuse(trace, measures, style, ratingAmps);
    },
    /** The current between two moments, reduced so that no spike is lost. */
    stretch(from: number, to: number, pairs: number): ReducedTrace | null {
      if (trace === null || pyramid === null) return null;
      const { times } = trace;
      const first = Math.max(0, firstAfter(times, from) - 1);
      const last = Math.min(times.length, firstAfter(times, to) + 1);
      return reduceTrace(pyramid, times, first, Math.max(first + 1, last), pairs);
    },
  };
}

/** Index of the first time past a moment: by halving. */
function firstAfter(times: Float64Array, moment: number): number {
  let [low, high] = [0, times.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (times[middle]! <= moment) low = middle + 1;
    else high = middle;
  }
  return low;
}

export type TraceService = ReturnType<typeof createTraceService>;
