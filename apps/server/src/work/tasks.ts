import { routes } from '@grim-lantern/contract';
import type { JobStanding, KeptLayout, Route, RouteName } from '@grim-lantern/contract';
import { layoutHarness, keptLayout } from '@grim-lantern/drawing';
import { openCircuit, openJob, suspectName } from '@grim-lantern/core';
import type { Circuit, JobEvent } from '@grim-lantern/core';
import { readRecording } from './readRecording';
import type { Checked } from '../errors/validated';
import { checked } from '../errors/validated';

/** What takes longer than a request may hold up the others. Pure: it runs in a thread as well as here. */
export const tasks = {
  /** Where a job stands. Cost: one assessment, up to some seconds. */
  standing({
    circuit,
    events,
  }: {
    readonly circuit: Circuit;
    readonly events: readonly JobEvent[];
  }): JobStanding {
    const session = openJob(openCircuit(circuit), events);
    const job = session.job();
    const { posterior, isolated } = session.assessment();
    return {
      readings: job.readings.length,
      minutes: job.minutes,
      cause: job.cause === null ? null : suspectName(circuit, job.cause.suspect),
      closed: job.closed?.why ?? '',
      alone: isolated !== null,
      suspects: posterior.suspects
        .slice(0, 3)
        .map(({ id, probability }) => ({ name: suspectName(circuit, id), probability })),
    };
  },
  /** The body of a route, from its bytes, checked; null where it is no JSON. */
  body({ route, bytes }: { readonly route: RouteName; readonly bytes: Uint8Array }): Checked<unknown> | null {
    const { body: schema }: Route = routes[route];
    let body: unknown;
    try {
      body = JSON.parse(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString());
    } catch {
      return null;
    }
    return schema === undefined ? { data: undefined } : checked(schema, body);
  },
  /** Where a circuit is drawn. Cost: some seconds for hundreds of sections. */
  async layout({ circuit }: { readonly circuit: Circuit }): Promise<KeptLayout> {
    // Large, and of no use to whoever only answers.
    const { default: Elk } = await import('elkjs/lib/elk.bundled.js');
    return keptLayout(circuit, await layoutHarness(new Elk(), circuit));
  },
  /** A recording's file, read through. */
  recording: ({ file }: { readonly file: string }) => readRecording(file),
} as const;

export type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
