import { routes } from '@grim-lantern/contract';
import type { JobEvent } from '@grim-lantern/core';
import { z } from 'zod';
import { writeDown } from '../access/audit';
import { deed } from '../access/sessionReply';
import type { Visit } from '../access/visit';
import { refuseStrangers } from '../access/visit';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { longBody } from '../http/longBody';
import { ApiProblem } from '../errors/problems';
import { validated } from '../errors/validated';
import type { Work } from '../work/work';
import { createStandings } from '../repositories/jobList';
import { createJobLog } from '../repositories/jobLog';

/** What people ask about jobs. */
export function jobAnswers(
  database: Database,
  work: Work,
): SignedIn<'jobs' | 'archiveJob' | 'openJob' | 'importJob' | 'job' | 'events' | 'appendEvents'> {
  const refresh = createStandings(database, work);
  const log = ({ workshopId }: Visit) => createJobLog(database, workshopId, refresh);
  return {
    jobs(request, visit) {
      const { mine, ...query } = validated(z.object(routes.jobs.query), request.query);
      return log(visit).list({ ...query, mine: mine === '1' ? visit.person.id : null });
    },
    async archiveJob(request, visit) {
      const { archived } = validated(routes.archiveJob.body, request.body);
      const job = await log(visit).archive(idIn(request, 'jobId', 'job/unknown'), archived);
      const what = archived ? 'Archived a job' : 'Brought a job back';
      await writeDown(database, { ...deed(visit, request), what, about: job.title });
      return job;
    },
    openJob(request, visit) {
      const job = validated(routes.openJob.body, request.body);
      refuseStrangers(visit, [job.author], 'author');
      refuseFuture([job.at], 'at');
      return log(visit).open(job);
    },
    async importJob(request, visit, tell) {
      const job = await log(visit).takeIn(await longBody(work, 'importJob', request), tell);
      await writeDown(database, { ...deed(visit, request), what: 'Imported a job', about: job.title });
      return job;
    },
    job: (request, visit) => log(visit).get(idIn(request, 'jobId', 'job/unknown')),
    async events(request, visit) {
      const { after } = validated(z.object(routes.events.query), request.query);
      const jobId = idIn(request, 'jobId', 'job/unknown');
      return { events: [...(await log(visit).eventsAfter(jobId, after))] };
    },
    async appendEvents(request, visit) {
      const { events } = await longBody(work, 'appendEvents', request);
      const authors = events.map(({ author }) => author);
      refuseStrangers(visit, authors, 'events.*.author');
      refuseBeyondRole(visit, events);
      refuseFuture(
        events.map(({ at }) => at),
        'events.*.at',
      );
      return { events: [...(await log(visit).append(idIn(request, 'jobId', 'job/unknown'), events))] };
    },
  };
}

/**
 * The past is taken as it is told: what is sent late was entered offline. The future is a wrong clock's.
 * @throws {ApiProblem} naming the first time that is more than a day ahead of this server's clock
 */
function refuseFuture(times: readonly string[], field: string): void {
  const latest = Date.now() + 86_400_000;
  const ahead = times.findIndex((at) => Date.parse(at) > latest);
  if (ahead >= 0) throw new ApiProblem('event/time', field.replace('*', String(ahead)));
}

/** What an apprentice leaves to a technician: to name the cause, repair, deal with the customer, close. */
const forTrained: ReadonlySet<JobEvent['type']> = new Set([
  'cause-found',
  'repair-done',
  'customer-asked',
  'customer-answered',
  'job-closed',
  'job-reopened',
]);

/** @throws {ApiProblem} naming the first event that its author may not make */
function refuseBeyondRole({ authors }: Visit, events: readonly JobEvent[]): void {
  const beyond = events.findIndex(
    ({ author, type }) => authors.get(author) === 'apprentice' && forTrained.has(type),
  );
  if (beyond >= 0) throw new ApiProblem('role/not-allowed', `events.${beyond}`);
}
