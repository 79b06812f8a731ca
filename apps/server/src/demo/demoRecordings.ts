import {
  circuitRecording,
  hypothesesOf,
  recordTrace,
  seededRandom,
  traceSides,
  writeTraceFile,
} from '@grim-lantern/core';
import type { Circuit, Trace } from '@grim-lantern/core';
import { uuid } from '@grim-lantern/contract';
import { z } from 'zod';
import type { TraceRepository } from '../repositories/traceRepository';

/** A recording of the demo: made by the simulated recorder from the job's circuit, the same at every load. */
export const demoRecordingSchema = z.strictObject({
  id: uuid(),
  author: uuid(),
  at: z.iso.datetime(),
  name: z.string(),
  fuse: z.string(),
  side: z.enum(traceSides),
  controls: z.record(z.string(), z.string()),
  /** What is wrong meanwhile, by suspect and failure. */
  wrong: z.strictObject({ suspect: z.string(), name: z.string() }),
  /** By which share it draws more at the end than at first. */
  climbShare: z.number(),
  seconds: z.number(),
  seed: z.number().int(),
});
type DemoRecording = z.infer<typeof demoRecordingSchema>;

/** A meter's clamp that writes fifty samples a second with two decimals. */
const recorder = {
  samplesPerSecond: 50,
  noiseAmps: 0.08,
  offsetAmps: 0.12,
  gain: 1.01,
  decimals: 2,
} as const;

/** @throws {Error} where the circuit has no such failure */
function traceOf(circuit: Circuit, recording: DemoRecording): Trace {
  const { controls, wrong, fuse, seconds, climbShare, seed } = recording;
  const state = { controls, batteryConnected: true, apart: [], cavities: {} };
  const hypothesis = hypothesesOf(circuit).find(
    ({ suspect, name }) => suspect === wrong.suspect && name === wrong.name,
  );
  if (hypothesis === undefined) throw new Error(`${recording.name}: no such failure: ${wrong.name}.`);
  const course = circuitRecording(circuit, state, hypothesis, fuse, seconds);
  const kind = climbShare > 0 ? 'starts high and climbs' : course.kind;
  return recordTrace({ ...course, kind, climbShare }, recorder, seededRandom(seed));
}

/** Keeps the recordings of a job of the demo with it, where they are not there yet. */
export async function saveDemoRecordings(
  repository: TraceRepository,
  jobId: string,
  circuit: Circuit,
  recordings: readonly DemoRecording[],
): Promise<void> {
  const known = await repository.list(jobId);
  for (const recording of recordings.filter(({ id }) => !known.some((each) => each.id === id))) {
    const { id, author, name, fuse, side, at } = recording;
    const bytes = writeTraceFile(traceOf(circuit, recording), { name, fuse, side, at });
    await repository.add({ id, jobId, author, bytes });
  }
}
