import type { SharedReport } from '@grim-lantern/contract';
import { QueryTypes } from 'sequelize';
import { newToken, tokenHash } from './secrets';
import type { Database } from '../database/database';
import { ApiProblem } from '../errors/problems';
import { createCircuitRepository } from '../repositories/circuitRepository';
import { createPhotoRepository } from '../repositories/photoRepository';
import type { JobLog } from '../repositories/jobLog';

const day = 86_400_000;

/** The links of one workshop that show the report of one job to somebody who has no sign-in. */
export interface ReportLinks {
  /** Until when a job's report is shown, ISO 8601; null where it is not. */
  readonly until: (jobId: string) => Promise<string | null>;
  /** Makes the link of a job; an earlier one no longer works. */
  readonly make: (jobId: string, days: number) => Promise<{ token: string; expiresAt: string }>;
  readonly end: (jobId: string) => Promise<void>;
}

/** Every method is asked about jobs that the workshop is known to have. */
export function createReportLinks({ sequelize }: Database, workshopId: string): ReportLinks {
  const ofJob = 'WHERE workshop_id = $workshop AND job_id = $job';
  return {
    async until(jobId) {
      const [link] = await sequelize.query<{ expires_at: Date }>(
        `SELECT expires_at FROM report_links ${ofJob} AND expires_at > now()`,
        { bind: { workshop: workshopId, job: jobId }, type: QueryTypes.SELECT },
      );
      return link?.expires_at.toISOString() ?? null;
    },
    async make(jobId, days) {
      const token = newToken();
      const expiresAt = new Date(Date.now() + days * day);
      await sequelize.query(
        `INSERT INTO report_links VALUES ($workshop, $job, $hash, $until)
          ON CONFLICT (workshop_id, job_id) DO UPDATE SET token_hash = $hash, expires_at = $until`,
        { bind: { workshop: workshopId, job: jobId, hash: tokenHash(token), until: expiresAt } },
      );
      return { token, expiresAt: expiresAt.toISOString() };
    },
    async end(jobId) {
      await sequelize.query(`DELETE FROM report_links ${ofJob}`, {
        bind: { workshop: workshopId, job: jobId },
      });
    },
  };
}

/** What a link opens, and until when. */
export interface OpenedLink {
  readonly workshopId: string;
  readonly jobId: string;
  readonly until: Date;
}

/** @throws {ApiProblem} where the link has ended or was never one */
export async function lookUpLink({ sequelize }: Database, token: string): Promise<OpenedLink> {
  const [link] = await sequelize.query<OpenedLink>(
    `SELECT workshop_id AS "workshopId", job_id AS "jobId", expires_at AS until FROM report_links
      WHERE token_hash = $hash AND expires_at > now()`,
    { bind: { hash: tokenHash(token) }, type: QueryTypes.SELECT },
  );
  if (link === undefined) throw new ApiProblem('report-link/unknown', 'token');
  return link;
}

/** What the report of a link's job is written from: the job, and of its workshop only what a report prints. */
export async function reportOf(
  database: Database,
  { workshopId, jobId, until }: OpenedLink,
  log: JobLog,
): Promise<SharedReport> {
  const { models } = database;
  const [job, events, { name, currency, hourlyRate, lengths }] = await Promise.all([
    log.get(jobId),
    log.eventsAfter(jobId, 0),
    models.Workshop.findOne({ where: { id: workshopId }, rejectOnEmpty: true }),
  ]);
  const { circuit } = await createCircuitRepository(database, workshopId).get(job.circuitId);
  const authors = [...new Set(events.map(({ author }) => author))];
  const people = await models.Technician.findAll({ where: { workshopId, id: authors } });
  const technicians = people.map((person) => ({ id: person.id, name: person.name }));
  const workshop = { name, currency, hourlyRate, lengths, technicians };
  const taken = await createPhotoRepository(database, workshopId).ofJob(jobId);
  const photos = taken.map(({ id, shows, of, at, caption }) => ({ id, shows, of, at, caption }));
  return { workshop, job, circuit, events: [...events], photos, until: until.toISOString() };
}
