import type { PortableJob } from '@grim-lantern/contract';
import type { Transaction } from 'sequelize';
import type { Models } from '../database/models';
import { ApiProblem } from '../http/problems';
import { shelve } from '../circuits/circuitShelf';
import { appendEvents } from './appendEvents';
import { refuseStrangers } from './checkEvents';

/**
 * Takes in a job that another installation has written out: its vehicle, its technicians and its circuit where they are
 * not there yet, then its events under their own ids.
 * @throws {ApiProblem} when an id is taken by something else
 */
export async function takeInJob(
  models: Models,
  workshopId: string,
  { title, circuit, events, origin }: PortableJob,
  transaction: Transaction,
): Promise<void> {
  const { jobId, openedAt, circuitId, vehicle, technicians } = origin;
  await models.Vehicle.findOrCreate({
    where: { workshopId, id: vehicle.id },
    defaults: { workshopId, ...vehicle },
    transaction,
  });
  for (const { id, name } of technicians) {
    await models.Technician.findOrCreate({
      where: { workshopId, id },
      defaults: { workshopId, id, name },
      transaction,
    });
  }
  await refuseStrangers(models, workshopId, events, transaction);
  const record = { id: circuitId, vehicleId: vehicle.id, circuit };
  await shelve(models, workshopId, record, 'origin.circuitId', transaction);
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
  await appendEvents(models, job, events, transaction);
}
