import type { JobEvent, LoggedEvent } from '@grim-lantern/core';
import type { JobSummary, NewJob, PortableJob } from '@grim-lantern/contract';
import type { Transaction } from 'sequelize';
import { Op } from 'sequelize';
import type { Database } from '../database/database';
import type { JobRow, Models, VehicleRow } from '../database/models';
import { ApiProblem } from '../http/problems';
import { appendEvents } from './appendEvents';
import { checkEvents } from './checkEvents';
import { checkOrder } from './checkOrder';
import { takeInJob } from './takeInJob';

/** The jobs of one workshop, as logs that only grow. */
export interface JobLog {
  readonly list: () => Promise<readonly JobSummary[]>;
  readonly get: (jobId: string) => Promise<JobSummary>;
  /** Opens a job with its complaint. The same request again changes nothing. */
  readonly open: (job: NewJob) => Promise<JobSummary>;
  /** Takes in a job from another installation, with all that it rests on. The same document again changes nothing. */
  readonly takeIn: (job: PortableJob) => Promise<JobSummary>;
  /** Events after a sequence number, in order. */
  readonly eventsAfter: (jobId: string, sequence: number) => Promise<readonly LoggedEvent[]>;
  /**
   * Appends events in the order given, all or none; one that is stored already keeps its place.
   * @returns the same events with their sequence numbers
   */
  readonly append: (jobId: string, events: readonly JobEvent[]) => Promise<readonly LoggedEvent[]>;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createJobLog({ sequelize, models }: Database, workshopId: string): JobLog {
  const get = async (jobId: string) => {
    const job = await jobRow(models, workshopId, jobId);
    const where = { workshopId, id: job.vehicleId };
    return summary(job, await models.Vehicle.findOne({ where, rejectOnEmpty: true }));
  };
  return {
    get,
    list: () => newestFirst(models, workshopId),
    async open(job) {
      await sequelize.transaction((transaction) => openJob(models, workshopId, job, transaction));
      return get(job.id);
    },
    async takeIn(job) {
      await sequelize.transaction((transaction) => takeInJob(models, workshopId, job, transaction));
      return get(job.origin.jobId);
    },
    async eventsAfter(jobId, sequence) {
      await jobRow(models, workshopId, jobId);
      const rows = await models.JobEvent.findAll({
        where: { workshopId, jobId, sequence: { [Op.gt]: sequence } },
        order: [['sequence', 'ASC']],
      });
      return rows.map((row) => ({ ...row.body, sequence: row.sequence }));
    },
    append: (jobId, events) =>
      sequelize.transaction(async (transaction) => {
        const job = await jobRow(models, workshopId, jobId, transaction);
        await checkEvents(models, job, events, transaction);
        await checkOrder(models, job, events, transaction);
        return appendEvents(models, job, events, transaction);
      }),
  };
}

/** A job's row, locked for the transaction where there is one. */
async function jobRow(
  { Job }: Models,
  workshopId: string,
  jobId: string,
  transaction?: Transaction,
): Promise<JobRow> {
  const job = await Job.findOne({
    where: { workshopId, id: jobId },
    ...(transaction === undefined ? {} : { transaction, lock: transaction.LOCK.UPDATE }),
  });
  if (job === null) throw new ApiProblem('job/unknown');
  return job;
}

async function openJob(
  models: Models,
  workshopId: string,
  { id, vehicleId, circuitId, title, author, at, complaintEventId, complaint }: NewJob,
  transaction: Transaction,
): Promise<void> {
  const circuit = await models.Circuit.count({
    where: { workshopId, id: circuitId, vehicleId },
    transaction,
  });
  if (circuit === 0) throw new ApiProblem('circuit/unknown', 'circuitId');
  const [job, created] = await models.Job.findOrCreate({
    where: { workshopId, id },
    defaults: { workshopId, id, vehicleId, circuitId, title, openedAt: new Date(at) },
    transaction,
  });
  if (!created && (job.circuitId !== circuitId || job.title !== title))
    throw new ApiProblem('job/id-taken', 'id');
  const event: JobEvent = { id: complaintEventId, author, at, type: 'complaint-set', text: complaint };
  await checkEvents(models, job, [event], transaction);
  await appendEvents(models, job, [event], transaction);
}

async function newestFirst({ Job, Vehicle }: Models, workshopId: string): Promise<readonly JobSummary[]> {
  const jobs = await Job.findAll({ where: { workshopId }, order: [['openedAt', 'DESC']], limit: 200 });
  const vehicles = await Vehicle.findAll({ where: { workshopId } });
  const byId = new Map(vehicles.map((vehicle) => [vehicle.id, vehicle]));
  return jobs.flatMap((job) => {
    const vehicle = byId.get(job.vehicleId);
    return vehicle === undefined ? [] : [summary(job, vehicle)];
  });
}

function summary(job: JobRow, vehicle: VehicleRow): JobSummary {
  return {
    id: job.id,
    title: job.title,
    vehicle: { id: vehicle.id, name: vehicle.name, service: vehicle.service },
    circuitId: job.circuitId,
    openedAt: job.openedAt.toISOString(),
    lastSequence: job.lastSequence,
  };
}
