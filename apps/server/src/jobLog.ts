import { checkEvent } from '@grim-lantern/core';
import type { Circuit, JobEvent, LoggedEvent } from '@grim-lantern/core';
import type { JobSummary, NewJob } from '@grim-lantern/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import { Op } from 'sequelize';
import type { Database } from './database/database';
import type { JobRow, VehicleRow } from './database/models';
import { ApiProblem } from './http/problems';

/** The jobs of one workshop, as logs that only grow. */
export interface JobLog {
  list(): Promise<readonly JobSummary[]>;
  get(jobId: string): Promise<JobSummary>;
  /** Opens a job with its complaint. The same request again changes nothing. */
  open(job: NewJob): Promise<JobSummary>;
  /** Events after a sequence number, in order. */
  eventsAfter(jobId: string, sequence: number): Promise<readonly LoggedEvent[]>;
  /**
   * Appends events in the order given, all or none; one that is stored already keeps its place.
   * @returns the same events with their sequence numbers
   */
  append(jobId: string, events: readonly JobEvent[]): Promise<readonly LoggedEvent[]>;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createJobLog({ sequelize, models }: Database, workshopId: string): JobLog {
  const summaryOf = async (job: JobRow): Promise<JobSummary> => {
    const vehicle = await models.Vehicle.findOne({
      where: { workshopId, id: job.vehicleId },
      rejectOnEmpty: true,
    });
    return summary(job, vehicle);
  };
  const find = async (jobId: string, transaction?: Transaction): Promise<JobRow> => {
    const job = await models.Job.findOne({
      where: { workshopId, id: jobId },
      ...(transaction === undefined ? {} : { transaction, lock: transaction.LOCK.UPDATE }),
    });
    if (job === null) throw new ApiProblem('job/unknown');
    return job;
  };
  const appendWithin = async (job: JobRow, events: readonly JobEvent[], transaction: Transaction) => {
    const stored = await models.JobEvent.findAll({
      where: { workshopId, id: { [Op.in]: events.map(({ id }) => id) } },
      transaction,
    });
    const known = new Map(stored.map((row) => [row.id, row]));
    let sequence = job.lastSequence;
    const logged: LoggedEvent[] = [];
    for (const [index, event] of events.entries()) {
      const row = known.get(event.id);
      if (row !== undefined) {
        if (row.jobId !== job.id || !isDeepStrictEqual(row.body, event)) {
          throw new ApiProblem('event/id-taken', `events.${index}.id`);
        }
        logged.push({ ...row.body, sequence: row.sequence });
        continue;
      }
      sequence++;
      const fresh = await models.JobEvent.create(
        { workshopId, jobId: job.id, sequence, id: event.id, authorId: event.author, body: event },
        { transaction },
      );
      known.set(event.id, fresh);
      logged.push({ ...event, sequence });
    }
    if (sequence > job.lastSequence) await job.update({ lastSequence: sequence }, { transaction });
    return logged;
  };
  const check = async (job: JobRow, events: readonly JobEvent[], transaction: Transaction) => {
    const circuit = await models.Circuit.findOne({
      where: { workshopId, id: job.circuitId },
      transaction,
      rejectOnEmpty: true,
    });
    refuseMisfits(circuit.document, events);
    await refuseStrangers(events, async (ids) =>
      models.Technician.count({ where: { workshopId, id: { [Op.in]: [...ids] } }, transaction }),
    );
    const withdrawn = events.flatMap((event, index) =>
      event.type === 'reading-withdrawn' ? [{ index, reading: event.reading }] : [],
    );
    for (const { index, reading } of withdrawn) {
      const row = await models.JobEvent.findOne({
        where: { workshopId, jobId: job.id, id: reading },
        transaction,
      });
      const within = events
        .slice(0, index)
        .some(({ id, type }) => id === reading && type === 'reading-taken');
      if (row?.body.type !== 'reading-taken' && !within) {
        throw new ApiProblem('reading/unknown', `events.${index}.reading`);
      }
    }
  };
  return {
    async list() {
      const jobs = await models.Job.findAll({
        where: { workshopId },
        order: [['openedAt', 'DESC']],
        limit: 200,
      });
      const vehicles = await models.Vehicle.findAll({ where: { workshopId } });
      const byId = new Map(vehicles.map((vehicle) => [vehicle.id, vehicle]));
      return jobs.flatMap((job) => {
        const vehicle = byId.get(job.vehicleId);
        return vehicle === undefined ? [] : [summary(job, vehicle)];
      });
    },
    get: async (jobId) => summaryOf(await find(jobId)),
    async open({ id, vehicleId, circuitId, title, author, at, complaintEventId, complaint }) {
      await sequelize.transaction(async (transaction) => {
        const circuit = await models.Circuit.findOne({
          where: { workshopId, id: circuitId, vehicleId },
          transaction,
        });
        if (circuit === null) throw new ApiProblem('circuit/unknown', 'circuitId');
        const [job, created] = await models.Job.findOrCreate({
          where: { workshopId, id },
          defaults: { workshopId, id, vehicleId, circuitId, title, openedAt: new Date(at) },
          transaction,
        });
        if (!created && (job.circuitId !== circuitId || job.title !== title))
          throw new ApiProblem('job/id-taken', 'id');
        const event: JobEvent = { id: complaintEventId, author, at, type: 'complaint-set', text: complaint };
        await check(job, [event], transaction);
        await appendWithin(job, [event], transaction);
      });
      return summaryOf(await find(id));
    },
    async eventsAfter(jobId, sequence) {
      await find(jobId);
      const rows = await models.JobEvent.findAll({
        where: { workshopId, jobId, sequence: { [Op.gt]: sequence } },
        order: [['sequence', 'ASC']],
      });
      return rows.map((row) => ({ ...row.body, sequence: row.sequence }));
    },
    append: (jobId, events) =>
      sequelize.transaction(async (transaction) => {
        // The job's row is the lock: sequence numbers have no gaps and no two appends see the same last one.
        const job = await find(jobId, transaction);
        await check(job, events, transaction);
        return appendWithin(job, events, transaction);
      }),
  };
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

function refuseMisfits(circuit: Circuit, events: readonly JobEvent[]): void {
  for (const [index, event] of events.entries()) {
    const flaw = checkEvent(circuit, event)[0];
    if (flaw === undefined) continue;
    const field = `events.${index}.${flaw.path}`;
    throw new ApiProblem('request/field', field, `${field}: ${flaw.message}`);
  }
}

async function refuseStrangers(
  events: readonly JobEvent[],
  count: (ids: ReadonlySet<string>) => Promise<number>,
): Promise<void> {
  const authors = new Set(events.map(({ author }) => author));
  if ((await count(authors)) < authors.size) throw new ApiProblem('technician/unknown', 'events.0.author');
}
