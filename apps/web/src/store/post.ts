import { request } from '../api/request';
import type { LoggedEvent } from '@grim-lantern/core';
import { gaplessUpTo, jobsSlice, loadJob } from './jobs';
import type { Outgoing } from './outbox';
import { outboxSlice } from './outbox';
import type { Store } from './store';

const pollMilliseconds = 2500;
const firstRetryMilliseconds = 1000;
const longestRetryMilliseconds = 8000;

/**
 * Carries events to the server and brings what others did. Runs for as long as the page is open.
 *
 * Entries of one job go out in the order made, together; the server stores each once however often it is sent, so
 * a lost answer is repaired by sending again. One that the server refuses is taken out, alone, and shown.
 * @returns a function that ends it
 */
export function startPost(store: Store, openJob: () => string | null): () => void {
  let ended = false;
  let timer: ReturnType<typeof setTimeout>;
  let retry = firstRetryMilliseconds;
  let busy = false;
  const round = async () => {
    if (busy) return;
    busy = true;
    clearTimeout(timer);
    const sent = await sendWaiting(store);
    const more = sent && store.getState().outbox.waiting.length > 0;
    if (sent && !more && document.visibilityState === 'visible') await poll(store, openJob());
    retry = sent ? firstRetryMilliseconds : Math.min(longestRetryMilliseconds, retry * 2);
    busy = false;
    if (!ended) timer = setTimeout(() => void round(), more ? 0 : sent ? pollMilliseconds : retry);
  };
  let seen = store.getState().outbox.waiting;
  const unsubscribe = store.subscribe(() => {
    const { waiting } = store.getState().outbox;
    const grown = waiting.length > seen.length;
    seen = waiting;
    if (grown) void round();
  });
  void round();
  return () => {
    ended = true;
    clearTimeout(timer);
    unsubscribe();
  };
}

/** Sends what waits for the job of the oldest entry. @returns false when nothing gets through at the moment */
async function sendWaiting(store: Store): Promise<boolean> {
  const { waiting } = store.getState().outbox;
  const outgoing = waiting.filter(({ jobId }) => jobId === waiting[0]?.jobId);
  if (outgoing.length === 0) return true;
  const status = await deliver(store, outgoing);
  if (status !== 'refused') return status === 'done';
  // All or none was stored: send one by one, to keep the good ones and to find the one that does not fit.
  for (const each of outgoing) {
    if ((await deliver(store, [each])) === 'out-of-reach') return false;
  }
  return true;
}

/** Sends entries of one job and tells the store how it went. A refusal of several is not told: it is one entry's. */
async function deliver(store: Store, outgoing: readonly Outgoing[]) {
  const [first] = outgoing;
  if (first === undefined) return 'done';
  const { jobId } = first;
  const body = { events: outgoing.map(({ event }) => event) };
  const answer = await request('appendEvents', { params: { jobId }, body });
  if (answer.status === 'out-of-reach') {
    store.dispatch(outboxSlice.actions.sendingFailed(answer.why));
  } else if (answer.status === 'done') {
    const { events } = answer.reply;
    arrived(store, jobId, events);
    store.dispatch(outboxSlice.actions.eventsStored(events.map(({ id }) => id)));
  } else if (outgoing.length === 1) {
    store.dispatch(outboxSlice.actions.eventRefused({ outgoing: first, why: answer.problem.message }));
  }
  return answer.status;
}

/** Asks for what others did on the job that is open. */
async function poll(store: Store, jobId: string | null): Promise<void> {
  const job = jobId === null ? undefined : store.getState().jobs[jobId];
  if (jobId === null || job?.status !== 'ready') return;
  const answer = await request('events', { params: { jobId }, query: { after: gaplessUpTo(job.log) } });
  if (answer.status !== 'done') return;
  arrived(store, jobId, answer.reply.events);
}

/** Tells of stored events; with another revision of the circuit, by whomever, the job is fetched anew. */
function arrived(store: Store, jobId: string, events: readonly LoggedEvent[]): void {
  store.dispatch(jobsSlice.actions.eventsArrived({ jobId, events }));
  const job = store.getState().jobs[jobId];
  const followed = events
    .flatMap((event) => (event.type === 'circuit-followed' ? [event.circuit] : []))
    .at(-1);
  if (followed === undefined || job?.status !== 'ready') return;
  if (job.summary.circuitId !== followed) void store.dispatch(loadJob(jobId));
}
