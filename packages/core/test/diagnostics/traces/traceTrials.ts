import { judgeTrace } from '../../../src/diagnostics/traces/judgeTrace';
import { measureTrace } from '../../../src/diagnostics/traces/measureTrace';
import { recordTrace } from '../../../src/diagnostics/traces/recordTrace';
import type { TraceKind } from '../../../src/instruments/traceKinds';
import { traceKinds } from '../../../src/instruments/traceKinds';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { oddRecording, randomRecording } from './randomRecording';

/** By true kind, how often each verdict was given; `null` for one that could not tell. */
export type Confusion = ReadonlyMap<TraceKind, ReadonlyMap<TraceKind | null, number>>;

/** Simulated recordings, every kind as often, each judged. */
export function traceTrials(
  count: number,
  seed: number,
): { readonly right: number; readonly confusion: Confusion } {
  const random = seededRandom(seed);
  const confusion = new Map<TraceKind, Map<TraceKind | null, number>>();
  let right = 0;
  for (let i = 0; i < count; i++) {
    const kind = traceKinds[i % traceKinds.length]!;
    const { recording, recorder } = randomRecording(kind, random);
    const trace = recordTrace(recording, recorder, random);
    const { verdict } = judgeTrace(measureTrace(trace), recording.healthyAmps);
    const row = confusion.get(kind) ?? new Map<TraceKind | null, number>();
    row.set(verdict, (row.get(verdict) ?? 0) + 1);
    confusion.set(kind, row);
    if (verdict === kind) right++;
  }
  return { right, confusion };
}

/** Made-up recordings of none of the kinds: how many the judgement declined. */
export function oddTrials(count: number, seed: number): number {
  const random = seededRandom(seed);
  return Array.from({ length: count }, () => {
    const { trace, expectedAmps } = oddRecording(random);
    return judgeTrace(measureTrace(trace), expectedAmps).verdict === null ? 1 : 0;
  }).reduce<number>((sum, each) => sum + each, 0);
}
