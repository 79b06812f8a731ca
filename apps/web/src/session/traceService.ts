import { checkedTraceHeader, routes } from '@grim-lantern/contract';
import type { TraceRecord } from '@grim-lantern/contract';
import {
  channelOf,
  eitherReader,
  judgeTrace,
  measureTrace,
  reduceTrace,
  traceAgainstFuse,
  traceCsv,
  tracePyramid,
  traceSeconds,
  writeTraceFile,
} from '@grim-lantern/core';
import type {
  BadLine,
  FuseStyle,
  FoundTrace,
  ReducedTrace,
  Trace,
  TraceAbout,
  TraceAgainstFuse,
  TraceMeasures,
  TracePyramid,
  TraceRefusal,
  TraceVerdict,
} from '@grim-lantern/core';
import { answerOf, whyNot } from '../data/request';
import type { LiveRun, LiveTrace } from './liveTrace';
import { liveTrace } from './liveTrace';

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

export type KeepAnswer =
  | { readonly status: 'kept'; readonly record: TraceRecord }
  | { readonly status: 'failed'; readonly why: string };

/** Larger files are not begun with. */
const mostBytes = 5e8;
/** Progress is told every so many bytes. */
const toldEvery = 16e6;
/** Keeping and fetching a recording may take so long: a large one over a workshop's network. */
const patienceMilliseconds = 180_000;

/** What a worker holds: one recording, its measures when it is whole, and what it is drawn from. */
class HeldTrace {
  trace: Trace | null = null;
  measures: TraceMeasures | null = null;
  pyramid: TracePyramid | null = null;

  show(trace: Trace): void {
    this.trace = trace;
    this.pyramid = tracePyramid(channelOf(trace, 'A')?.values ?? new Float64Array(0));
  }

  take(found: FoundTrace | TraceRefusal): TraceAnswer {
    if ('refused' in found) return { status: 'refused', why: found.refused };
    const { trace, badLines, firstBad, gaps } = found;
    if (channelOf(trace, 'A') === null) {
      return { status: 'refused', why: 'No channel in amps was found: expected the current of a clamp.' };
    }
    this.show(trace);
    this.measures = measureTrace(trace);
    const channels = trace.channels.map(({ name, unit }) => ({ name, unit }));
    const [samples, seconds] = [trace.times.length, traceSeconds(trace)];
    const { measures } = this;
    return { status: 'read', report: { samples, seconds, channels, badLines, firstBad, gaps, measures } };
  }
}

/** One recording, read or made, and held away from the page's own thread. */
export function createTraceService() {
  const held = new HeldTrace();
  return { ...comingIn(held), ...goingOut(held), ...asked(held), ...recorded(held) };
}

function comingIn(held: HeldTrace) {
  return {
    /** @param onProgress - told the share that has been read */
    async read(file: File, onProgress: (share: number) => void): Promise<TraceAnswer> {
      if (file.size > mostBytes) {
        const megabytes = Math.round(file.size / 1e6);
        return { status: 'refused', why: `The file has ${megabytes} MB: expected at most 500.` };
      }
      return held.take(await readStream(file.stream(), file.size, onProgress));
    },
    /** A recording that is kept with a job. */
    async fetch(traceId: string, onProgress: (share: number) => void): Promise<TraceAnswer> {
      try {
        const response = await fetch(routes.traceFile.path.replace('{traceId}', traceId), {
          signal: AbortSignal.timeout(patienceMilliseconds),
        });
        if (!response.ok || response.body === null) {
          return { status: 'refused', why: `The server answered ${response.status}.` };
        }
        return held.take(await readStream(response.body, Infinity, onProgress));
      } catch {
        return { status: 'refused', why: 'The server cannot be reached.' };
      }
    },
  };
}

function goingOut(held: HeldTrace) {
  return {
    /** Keeps it with a job. Sending it again under the same id does no harm. */
    async keep(jobId: string, traceId: string, author: string, about: TraceAbout): Promise<KeepAnswer> {
      if (held.trace === null) return { status: 'failed', why: 'There is no recording to keep.' };
      const path = routes.addTrace.path.replace('{jobId}', jobId).replace('{traceId}', traceId);
      const answer = await answerOf('addTrace', `${path}?author=${author}`, {
        body: fileOf(held.trace, about),
        headers: { 'content-type': 'application/octet-stream' },
        signal: AbortSignal.timeout(patienceMilliseconds),
      });
      if (answer.status === 'done') return { status: 'kept', record: answer.reply };
      return { status: 'failed', why: whyNot(answer) };
    },
    /** As CSV, sample for sample. */
    csv: (): Blob | null =>
      held.trace === null ? null : new Blob([...traceCsv(held.trace)], { type: 'text/csv' }),
    /** As a `grim-lantern/trace` file. */
    file: (about: TraceAbout): Blob | null => (held.trace === null ? null : fileOf(held.trace, about)),
  };
}

function asked(held: HeldTrace) {
  return {
    judge: (expectedAmps: number | null): TraceVerdict | null =>
      held.measures === null ? null : judgeTrace(held.measures, expectedAmps),
    fuse(style: FuseStyle, ratingAmps: number): TraceAgainstFuse | null {
      const { trace, measures } = held;
      if (trace === null || measures === null) return null;
      return traceAgainstFuse(trace, measures, style, ratingAmps);
    },
    /** The current between two moments, reduced so that no spike is lost. */
    stretch(from: number, to: number, pairs: number): ReducedTrace | null {
      const { trace, pyramid } = held;
      if (trace === null || pyramid === null) return null;
      const { times } = trace;
      const first = Math.max(0, firstAfter(times, from) - 1);
      const last = Math.min(times.length, firstAfter(times, to) + 1);
      return reduceTrace(pyramid, times, first, Math.max(first + 1, last), pairs);
    },
  };
}

function recorded(held: HeldTrace) {
  let live: LiveTrace | null = null;
  return {
    /** Runs the simulated recorder; told the seconds so far, and at the end what was recorded and what it was made of. */
    record(
      run: LiveRun,
      onTick: (seconds: number) => void,
      onEnd: (answer: TraceAnswer, truth: string) => void,
    ): void {
      live = liveTrace(run, {
        onTick(seconds, trace) {
          held.show(trace);
          onTick(seconds);
        },
        onEnd: (trace, truth) => onEnd(held.take({ trace, badLines: 0, firstBad: [], gaps: 0 }), truth),
      });
    },
    /** A place of the harness is moved; null: none. */
    hold: (place: string | null): void => live?.hold(place),
    stop: (): void => live?.stop(),
  };
}

function fileOf(trace: Trace, about: TraceAbout): Blob {
  return new Blob(writeTraceFile(trace, about) as Uint8Array<ArrayBuffer>[]);
}

/** A file of either sort, piece by piece. */
async function readStream(
  bytes: ReadableStream<Uint8Array>,
  size: number,
  onProgress: (share: number) => void,
): Promise<FoundTrace | TraceRefusal> {
  const stream = bytes.getReader();
  let piece = await stream.read();
  const reader = eitherReader(piece.value ?? new Uint8Array(0), checkedTraceHeader);
  let [taken, told] = [0, 0];
  for (; !piece.done; piece = await stream.read()) {
    const refused = reader.push(piece.value);
    if (refused !== null) {
      await stream.cancel();
      return refused;
    }
    taken += piece.value.length;
    if (taken - told < toldEvery) continue;
    told = taken;
    onProgress(taken / size);
  }
  return reader.end();
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
