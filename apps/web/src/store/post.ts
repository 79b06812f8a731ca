import type { LoggedEvent } from '@grim-lantern/core';
import { request } from '../api/request';
import { gaplessUpTo, jobsSlice } from './jobs';
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
  const send = async (): Promise<boolean> => {
    const first = store.getState().outbox.waiting[0];
    if (first === undefined) return true;
    const outgoing = store.getState().outbox.waiting.filter(({ jobId }) => jobId === first.jobId);
    const answer = await deliver(
      first.jobId,
      outgoing.map(({ event }) => event),
    );
    if (answer.status === 'out-of-reach') {
      store.dispatch(outboxSlice.actions.sendingFailed(answer.why));
      return false;
    }
    if (answer.status === 'done') {
      stored(store, first.jobId, answer.reply.events);
      return true;
    }
    // All or none was stored: send one by one, to keep the good ones and to find the one that does not fit.
    for (const each of outgoing) {
      const alone = await deliver(each.jobId, [each.event]);
      if (alone.status === 'out-of-reach') {
        store.dispatch(outboxSlice.actions.sendingFailed(alone.why));
        return false;
      }
      if (alone.status === 'done') stored(store, each.jobId, alone.reply.events);
      else store.dispatch(outboxSlice.actions.eventRefused({ outgoing: each, why: alone.problem.message }));
    }
    return true;
  };
  const poll = async () => {
    const jobId = openJob();
    const job = jobId === null ? undefined : store.getState().jobs[jobId];
    if (jobId === null || job?.status !== 'ready') return;
    const answer = await request('events', { params: { jobId }, query: { after: gaplessUpTo(job.log) } });
    if (answer.status === 'done') arrived(store, jobId, answer.reply.events);
  };
  const round = async () => {
    if (busy) return;
    busy = true;
    clearTimeout(timer);
    const sent = await send();
    const more = sent && store.getState().outbox.waiting.length > 0;
    if (sent && !more && document.visibilityState === 'visible') await poll();
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

function deliver(jobId: string, events: readonly unknown[]) {
  return request('appendEvents', { params: { jobId }, body: { events } });
}

function arrived(store: Store, jobId: string, events: readonly unknown[]): void {
  store.dispatch(jobsSlice.actions.eventsArrived({ jobId, events: events as readonly LoggedEvent[] }));
}

function stored(store: Store, jobId: string, events: readonly { readonly id: string }[]): void {
  arrived(store, jobId, events);
  store.dispatch(outboxSlice.actions.eventsStored(events.map(({ id }) => id)));
}
