import type { PortableJob } from '@grim-lantern/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import type { Models } from '../database/models';
import { ApiProblem } from '../http/problems';
import { appendEvents } from './appendEvents';

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
  const known = new Set(
    (await models.Technician.findAll({ where: { workshopId }, transaction })).map(({ id }) => id),
  );
  const stranger = events.findIndex(({ author }) => !known.has(author));
  if (stranger >= 0) throw new ApiProblem('technician/unknown', `events.${stranger}.author`);
  const [shelved] = await models.Circuit.findOrCreate({
    where: { workshopId, id: circuitId },
    defaults: { workshopId, id: circuitId, vehicleId: vehicle.id, name: circuit.name, document: circuit },
    transaction,
  });
  if (shelved.vehicleId !== vehicle.id || !isDeepStrictEqual(shelved.document, circuit)) {
    throw new ApiProblem('circuit/id-taken', 'origin.circuitId');
  }
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
