import { jobSummarySchema } from '@grim-lantern/contract';
import type { JobSummary } from '@grim-lantern/contract';
import { fetchCircuit } from './circuits';
import { copies } from './copies';
import { pictureOf } from './photos';
import { addressOf, request } from './request';
import type { Store } from './store';

/** Keeps the copy of each job that is open here in step with what comes in, from here and from others. */
export function keepJobCopies(store: Store): () => void {
  let before = store.getState().jobs;
  return store.subscribe(() => {
    const { jobs } = store.getState();
    if (jobs === before) return;
    for (const [jobId, job] of Object.entries(jobs)) {
      const known = before[jobId];
      // A log that has just been read was kept as it was read.
      if (job.status === 'ready' && known?.status === 'ready' && job.log !== known.log)
        void copies.keep(addressOf('events', { params: { jobId } }), { events: job.log });
    }
    before = jobs;
  });
}

/** So many jobs are fetched for a time without a network. */
const mostFetched = 12;
const mostCircuits = 40;
const mostPhotos = 30;

/** Copies jobs that are still worked on, so that they open without a network: those with news since they were copied, one by one. */
export async function copyOpenJobs(jobs: readonly JobSummary[]): Promise<void> {
  const open = jobs.filter(({ stage, archived }) => !archived && !/^(proven|closed)/.test(stage));
  for (const { id: jobId, circuitId, vehicle, lastSequence } of open.slice(0, mostFetched)) {
    const params = { jobId };
    const copy = await copies.of(addressOf('job', { params }));
    // By the number of its newest event, which needs no clock; the copy of the job comes last, so that it stands for all of it.
    const known = jobSummarySchema.safeParse(copy?.content);
    if (known.success && known.data.lastSequence >= lastSequence) continue;
    await copyCircuit(circuitId);
    await copyPhotos(vehicle.id);
    await request('events', { params });
    await request('job', { params });
  }
}

/** Copies what a vehicle's photos show: the newest. */
async function copyPhotos(vehicleId: string): Promise<void> {
  const answer = await request('photos', { params: { vehicleId } });
  if (answer.status !== 'done') return;
  const wanted = answer.reply.photos.filter(({ removed }) => !removed).slice(-mostPhotos);
  for (const { id } of wanted) await pictureOf(id);
}

/** Copies circuits, so that a job can be opened on them without a network. A circuit never changes: each is fetched once. */
export async function copyCircuits(ids: readonly string[]): Promise<void> {
  for (const id of ids.slice(0, mostCircuits)) await copyCircuit(id);
}

async function copyCircuit(circuitId: string): Promise<void> {
  const params = { circuitId };
  if (!(await copies.has(addressOf('circuit', { params })))) await fetchCircuit(circuitId);
}
