import type { PortableJob, Tell } from '@grim-lantern/contract';
import type { JobEvent } from '@grim-lantern/core';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/database';
import type { JobRow, Models } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { shelve } from './circuitRepository';
import { appendEvents } from './appendEvents';
import { checkOrder } from './checkOrder';

/**
 * Takes in a job that another installation has written out: its vehicle, its technicians and its circuit where they are
 * not there yet, then its events under their own ids, in the same order of work as by hand.
 * @throws {ApiProblem} when an id is taken by something else
 */
export async function importJob(
  database: Database,
  workshopId: string,
  { title, circuit, events, origin }: PortableJob,
  transaction: Transaction,
  tell: Tell,
): Promise<void> {
  const { models } = database;
  const { jobId, openedAt, circuitId, vehicle, technicians } = origin;
  await models.Vehicle.findOrCreate({
    where: { workshopId, id: vehicle.id },
    defaults: { workshopId, ...vehicle },
    transaction,
  });
  for (const { id, name } of technicians) {
    await models.Technician.findOrCreate({
      where: { workshopId, id },
      // Known by name only: nobody signs in as somebody of another installation.
      defaults: { workshopId, id, name, active: false },
      transaction,
    });
  }
  const known = new Set(technicians.map(({ id }) => id));
  const stranger = events.findIndex(({ author }) => !known.has(author));
  if (stranger >= 0) throw new ApiProblem('technician/unknown', `events.${stranger}.author`);
  const record = { id: circuitId, vehicleId: vehicle.id, circuit };
  await shelve(database, workshopId, record, 'origin.circuitId', transaction);
  const [job] = await models.Job.findOrCreate({
    where: { workshopId, id: jobId },
    defaults: {
      workshopId,
      id: jobId,
      vehicleId: vehicle.id,
      circuitId,
      title,
      openedAt: new Date(openedAt),
    },
    transaction,
  });
  if (job.circuitId !== circuitId) throw new ApiProblem('job/id-taken', 'origin.jobId');
  const of = events.length;
  tell({ done: 0, of });
  await importEvents(models, job, events, transaction, (done) => tell({ done, of }));
}

/** Appends the events of a whole job, which fit its circuit (`eventFlaws`), in the order of work. */
export async function importEvents(
  models: Models,
  job: JobRow,
  events: readonly JobEvent[],
  transaction: Transaction,
  told?: (done: number) => void,
): Promise<void> {
  // Numbers without gaps, whoever appends meanwhile.
  await job.reload({ transaction, lock: transaction.LOCK.UPDATE });
  await checkOrder(models, job, events, transaction);
  await appendEvents(models, job, events, transaction, told);
}
