import type { JobEvent, LoggedEvent } from '@grim-lantern/core';
import type { JobSummary, NewJob, PortableJob, Tell } from '@grim-lantern/contract';
import type { Transaction } from 'sequelize';
import { Op } from 'sequelize';
import type { Database } from '../database/database';
import type { JobRow, Models } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { appendEvents } from './appendEvents';
import { checkEvents } from './checkEvents';
import { checkOrder } from './checkOrder';
import type { JobQuery } from './jobList';
import { jobPage, summaryOf } from './jobList';
import { importJob } from './importJob';

/** The jobs of one workshop, as logs that only grow. */
export interface JobLog {
  /** A page of them; of those with news it is worked out meanwhile where they stand. */
  readonly list: (query: JobQuery) => Promise<{ jobs: JobSummary[]; next: string | null }>;
  /** Takes a job out of the lists, or brings it back. */
  readonly archive: (jobId: string, archived: boolean) => Promise<JobSummary>;
  readonly get: (jobId: string) => Promise<JobSummary>;
  /** Opens a job with its complaint. The same request again changes nothing. */
  readonly open: (job: NewJob) => Promise<JobSummary>;
  /** Takes in a job from another installation, with all that it rests on. The same document again changes nothing. */
  readonly takeIn: (job: PortableJob, tell: Tell) => Promise<JobSummary>;
  /** Events after a sequence number, in order. */
  readonly eventsAfter: (jobId: string, sequence: number) => Promise<readonly LoggedEvent[]>;
  /**
   * Appends events in the order given, all or none; one that is stored already keeps its place.
   * @returns the same events with their sequence numbers
   */
  readonly append: (jobId: string, events: readonly JobEvent[]) => Promise<readonly LoggedEvent[]>;
}

/** So long an import may wait or write, less than its page waits for it. */
const importSeconds = 90;

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createJobLog(
  database: Database,
  workshopId: string,
  refresh: (jobs: readonly JobRow[]) => void,
): JobLog {
  const { sequelize, models } = database;
  const get = async (jobId: string) => {
    const job = await jobRow(models, workshopId, jobId);
    const where = { workshopId, id: job.vehicleId };
    return summaryOf(job, await models.Vehicle.findOne({ where, rejectOnEmpty: true }));
  };
  return {
    get,
    async list(query) {
      const { rows, jobs, next } = await jobPage(database, workshopId, query);
      refresh(rows);
      return { jobs, next };
    },
    async archive(jobId, archived) {
      const job = await jobRow(models, workshopId, jobId);
      await job.update({ archivedAt: archived ? (job.archivedAt ?? new Date()) : null });
      return get(jobId);
    },
    async open(job) {
      await sequelize.transaction((transaction) => openJob(models, workshopId, job, transaction));
      return get(job.id);
    },
    async takeIn(job, tell) {
      await sequelize.transaction(async (transaction) => {
        // Thousands of events take their time, and the same document sent twice waits for itself: not told as out of reach.
        await sequelize.query(
          `SET LOCAL lock_timeout = '${importSeconds}s'; SET LOCAL statement_timeout = '${importSeconds}s'`,
          { transaction },
        );
        await importJob(database, workshopId, job, transaction, tell);
      });
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
