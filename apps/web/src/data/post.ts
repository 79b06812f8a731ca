import type { Answer } from './request';
import { request } from './request';
import type { NewJob } from '@grim-lantern/contract';
import type { LoggedEvent } from '@grim-lantern/core';
import { gaplessUpTo, jobsSlice, loadJob } from './jobs';
import type { Outgoing } from './outbox';
import { ofWorkshop, outboxSlice } from './outbox';
import { sendPhotos } from './sendPhotos';
import type { Store } from './store';

const pollMilliseconds = 2500;
const firstRetryMilliseconds = 1000;
const longestRetryMilliseconds = 8000;
/** So often the server may fail on a job's entries before they are sent one by one, to find the one that it fails on. */
const patience = 3;

/** How sending went: all is well; nothing gets through at all; the server fails on just these. */
type Sent = 'done' | 'out-of-reach' | 'failing';

/**
 * Carries events to the server and brings what others did. Runs for as long as the page is open.
 *
 * Entries of one job go out in the order made, together; the server stores each once however often it is sent, so
 * a lost answer is repaired by sending again. One that the server refuses is put aside, alone. What it fails on holds up no other
 * job.
 * @returns a function that ends it
 */
export function startPost(store: Store, openJob: () => string | null): () => void {
  let ended = false;
  let timer: ReturnType<typeof setTimeout>;
  let retry = firstRetryMilliseconds;
  let busy = false;
  /** How often in a row the server has failed on each job's entries. */
  const failures = new Map<string, number>();
  const round = async () => {
    if (busy) return;
    busy = true;
    clearTimeout(timer);
    const had = store.getState().outbox.waiting;
    const sent = await sendWaiting(store, failures);
    // After the entries: a photo may belong to a job that was opened just now.
    if (sent !== 'out-of-reach') await sendPhotos(store);
    const { waiting } = store.getState().outbox;
    const more = sent === 'done' && waiting.some((each) => !had.includes(each));
    if (sent === 'done' && !more && document.visibilityState === 'visible') await poll(store, openJob());
    retry = sent === 'done' ? firstRetryMilliseconds : Math.min(longestRetryMilliseconds, retry * 2);
    busy = false;
    if (!ended) timer = setTimeout(() => void round(), more ? 0 : sent === 'done' ? pollMilliseconds : retry);
  };
  const waitingNow = () => {
    const { outbox, photos } = store.getState();
    return outbox.waiting.length + photos.waiting.filter(({ why }) => why === null).length;
  };
  let seen = waitingNow();
  const unsubscribe = store.subscribe(() => {
    const now = waitingNow();
    const grown = now > seen;
    seen = now;
    if (grown) void round();
  });
  void round();
  return () => {
    ended = true;
    clearTimeout(timer);
    unsubscribe();
  };
}

/** Sends what waits, job by job. */
async function sendWaiting(store: Store, failures: Map<string, number>): Promise<Sent> {
  const own = () => {
    const { outbox, session } = store.getState();
    return ofWorkshop(outbox.waiting, session.workshopId);
  };
  const jobs = new Set(own().map(({ jobId }) => jobId));
  let worst: Sent = 'done';
  for (const jobId of jobs) {
    const outgoing = own().filter((each) => each.jobId === jobId);
    const sent = await sendJob(store, outgoing, (failures.get(jobId) ?? 0) >= patience);
    if (sent === 'out-of-reach') return sent;
    failures.set(jobId, sent === 'failing' ? (failures.get(jobId) ?? 0) + 1 : 0);
    if (sent === 'failing') worst = 'failing';
  }
  return worst;
}

/** @param alone - whether each entry goes by itself, so that one that the server fails on holds up no other */
async function sendJob(store: Store, outgoing: readonly Outgoing[], alone: boolean): Promise<Sent> {
  const [first] = outgoing;
  if (first?.opens !== undefined) {
    const opened = await deliverJob(store, first, first.opens);
    return opened === 'done' ? sendJob(store, outgoing.slice(1), alone) : opened;
  }
  if (!alone) {
    const sent = await deliver(store, outgoing);
    if (sent !== 'refused') return sent;
  }
  // All or none was stored: send one by one, to keep the good ones and to find the one that does not fit.
  let worst: Sent = 'done';
  for (const each of outgoing) {
    const sent = await deliver(store, [each]);
    if (sent === 'out-of-reach') return sent;
    if (sent === 'failing') worst = 'failing';
  }
  return worst;
}

/** Opens a job that was made here; its complaint is stored with it. What it refuses is put aside like any entry. */
async function deliverJob(store: Store, first: Outgoing, opens: NewJob): Promise<Sent> {
  const answer = await request('openJob', { body: opens });
  if (answer.status === 'done') {
    store.dispatch(outboxSlice.actions.eventsStored([first.event.id]));
    void store.dispatch(loadJob(first.jobId));
    return 'done';
  }
  const told = notStored(store, first, answer);
  return answer.status === 'refused' ? 'failing' : told;
}

/** Sends entries of one job and tells the store how it went. A refusal of several is not told: it is one entry's. */
async function deliver(store: Store, outgoing: readonly Outgoing[]): Promise<Sent | 'refused'> {
  const [first] = outgoing;
  if (first === undefined) return 'done';
  const { jobId } = first;
  const body = { events: outgoing.map(({ event }) => event) };
  const answer = await request('appendEvents', { params: { jobId }, body });
  if (answer.status === 'done') {
    const { events } = answer.reply;
    arrived(store, jobId, events);
    store.dispatch(outboxSlice.actions.eventsStored(events.map(({ id }) => id)));
    return 'done';
  }
  if (answer.status === 'refused' && outgoing.length > 1) return 'refused';
  return notStored(store, first, answer);
}

/** Tells the store why an entry was not stored: one that is refused is put aside. */
function notStored(
  store: Store,
  entry: Outgoing,
  answer: Exclude<Answer<unknown>, { status: 'done' }>,
): Sent {
  if (answer.status === 'out-of-reach') {
    store.dispatch(outboxSlice.actions.sendingFailed(answer.why));
    return answer.failing === true ? 'failing' : 'out-of-reach';
  }
  const { code, message: why } = answer.problem;
  store.dispatch(outboxSlice.actions.eventRefused({ ...entry, why, code }));
  return 'done';
}

/** Asks for what others did on the job that is open. */
async function poll(store: Store, jobId: string | null): Promise<void> {
  const { jobs, link } = store.getState();
  const job = jobId === null ? undefined : jobs[jobId];
  if (jobId === null || job?.status !== 'ready') {
    // While copies are shown somebody must ask whether the server is back.
    if (link.copiedAt !== null) await request('alive');
    return;
  }
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
