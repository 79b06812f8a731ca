import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import type { Circuit, LoggedEvent } from '@grim-lantern/core';
import type { JobSummary } from '@grim-lantern/contract';
import { fetchCircuit } from './circuits';
import { request } from './request';
import type { KeptOutbox } from './keptOutbox';
import type { OutboxState } from './outbox';
import { outboxSlice } from './outbox';

/** One job's facts as the server has them. What was entered here and is still on its way is in the outbox. */
export type JobFacts =
  | { readonly status: 'loading' }
  | { readonly status: 'failed'; readonly why: string }
  | {
      readonly status: 'ready';
      readonly summary: JobSummary;
      readonly circuit: Circuit;
      /** In sequence, without gaps. */
      readonly log: readonly LoggedEvent[];
    };

export type JobsState = Readonly<Record<string, JobFacts>>;

/** Circuits do not change under a job: one fetch each. */
const circuits = new Map<string, Circuit>();

type ReadJob = Pick<Extract<JobFacts, { status: 'ready' }>, 'summary' | 'circuit' | 'log'>;

/** Reads a job, its circuit and its log. @returns why it cannot be, in words, where it cannot */
async function readJob(jobId: string): Promise<ReadJob | string> {
  const params = { jobId };
  const [job, events] = await Promise.all([request('job', { params }), request('events', { params })]);
  if (job.status === 'refused') return job.problem.message;
  if (job.status !== 'done' || events.status !== 'done') {
    return job.status === 'out-of-reach' ? job.why : 'The server cannot be reached.';
  }
  const { circuitId } = job.reply;
  let circuit = circuits.get(circuitId);
  if (circuit === undefined) {
    const answer = await fetchCircuit(circuitId);
    if (answer.status !== 'done') return 'The circuit of this job could not be fetched.';
    circuit = answer.reply.circuit;
    circuits.set(circuitId, circuit);
  }
  return { summary: job.reply, circuit, log: events.reply.events };
}

/** What is being read before anybody asks for it, by job. */
const ahead = new Map<string, Promise<ReadJob | string>>();

/** Begins to read the job that an address is of: its page comes later than its data. */
export function readAhead(jobId: string): void {
  ahead.set(jobId, readJob(jobId));
}

/** Fetches a job, its circuit and its log. */
export const loadJob = createAsyncThunk('jobs/load', async (jobId: string, { rejectWithValue }) => {
  const begun = ahead.get(jobId);
  ahead.delete(jobId);
  const early = await begun;
  // What could not be read early is asked for again: somebody may have signed in meanwhile.
  const read = early === undefined || typeof early === 'string' ? await readJob(jobId) : early;
  return typeof read === 'string' ? rejectWithValue(read) : read;
});

/**
 * Puts back on the way what the server had stored from here within the last two days and no longer has: it was restored from a
 * backup.
 */
export const takeBack = createAsyncThunk(
  'jobs/takeBack',
  async (jobId: string, { getState, dispatch, extra }) => {
    const { jobs, outbox } = getState() as { jobs: JobsState; outbox: OutboxState };
    const job = jobs[jobId];
    if (job?.status !== 'ready') return;
    const known = new Set([...job.log, ...outbox.waiting.map(({ event }) => event)].map(({ id }) => id));
    for (const entry of await (extra as KeptOutbox).storedOf(jobId)) {
      if (!known.has(entry.event.id)) dispatch(outboxSlice.actions.eventMade(entry));
    }
  },
);

const initialState: JobsState = {};

export const jobsSlice = createSlice({
  name: 'jobs',
  initialState,
  reducers: {
    /** Events from the server: answers to what was sent, or what others did. Known ones change nothing. */
    eventsArrived(
      state,
      { payload }: PayloadAction<{ jobId: string; events: readonly LoggedEvent[] }>,
    ): JobsState {
      const job = state[payload.jobId] as JobFacts | undefined;
      if (job?.status !== 'ready') return state;
      const known = new Set(job.log.map(({ sequence }) => sequence));
      const fresh = payload.events.filter(({ sequence }) => !known.has(sequence));
      if (fresh.length === 0) return state;
      const log = [...job.log, ...fresh].sort((one, other) => one.sequence - other.sequence);
      return { ...(state as JobsState), [payload.jobId]: { ...job, log } };
    },
  },
  extraReducers: (builder) =>
    builder
      .addCase(loadJob.pending, (state, { meta }): JobsState => {
        const jobs = state as JobsState;
        return jobs[meta.arg]?.status === 'ready' ? jobs : { ...jobs, [meta.arg]: { status: 'loading' } };
      })
      .addCase(loadJob.fulfilled, (state, { meta, payload }): JobsState => ({
        ...(state as JobsState),
        [meta.arg]: { status: 'ready', ...payload },
      }))
      .addCase(loadJob.rejected, (state, { meta, payload }): JobsState => {
        const jobs = state as JobsState;
        if (jobs[meta.arg]?.status === 'ready') return jobs;
        return { ...jobs, [meta.arg]: { status: 'failed', why: String(payload) } };
      }),
});

/** The sequence number up to which a log has no gap: later events may still be missing something before them. */
export function gaplessUpTo(log: readonly LoggedEvent[]): number {
  let last = 0;
  for (const { sequence } of log) {
    if (sequence !== last + 1) break;
    last = sequence;
  }
  return last;
}
