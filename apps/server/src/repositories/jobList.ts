import type { JobFilter, JobOrder, JobSummary } from '@grim-lantern/contract';
import { mostJobs } from '@grim-lantern/contract';
import { Op, QueryTypes, col, fn, where } from 'sequelize';
import type { WhereOptions } from 'sequelize';
import type { Database } from '../database/database';
import type { JobRow, VehicleRow } from '../database/models';
import { ApiProblem } from '../errors/problems';
import type { Work } from '../work/work';
import { storedJob } from './storedJob';

export interface JobQuery {
  readonly show: JobFilter;
  readonly order: JobOrder;
  readonly search: string;
  /** Those only in which this person has an entry. */
  readonly mine: string | null;
  readonly cursor: string;
}

/** A job as lists and the job itself show it. */
export function summaryOf(job: JobRow, vehicle: VehicleRow): JobSummary {
  return {
    id: job.id,
    title: job.title,
    vehicle: { id: vehicle.id, name: vehicle.name, service: vehicle.service },
    circuitId: job.circuitId,
    openedAt: job.openedAt.toISOString(),
    lastAt: job.lastAt.toISOString(),
    lastSequence: job.lastSequence,
    stage: job.stage,
    archived: job.archivedAt !== null,
    standing: job.standing,
    fresh: job.standing !== null && job.standingSequence === job.lastSequence,
  };
}

/** A page of the list, and where the next begins. Cost: one query for the jobs, one for their vehicles. */
export async function jobPage(
  database: Database,
  workshopId: string,
  query: JobQuery,
): Promise<{ rows: readonly JobRow[]; jobs: JobSummary[]; next: string | null }> {
  const { models } = database;
  const column = query.order === 'opened' ? 'openedAt' : 'lastAt';
  const words = query.search.split(/\s+/).filter((word) => word !== '');
  const conditions: WhereOptions[] = [
    { workshopId, archivedAt: query.show === 'archived' ? { [Op.ne]: null } : null },
    ...stageConditions[query.show],
    ...(query.mine === null ? [] : [{ authors: { [Op.contains]: [query.mine] } }]),
    ...(await Promise.all(words.map((word) => holding(database, workshopId, word)))),
    ...after(column, query.cursor),
  ];
  const rows = await models.Job.findAll({
    where: { [Op.and]: conditions },
    order: [
      [column, 'DESC'],
      ['id', 'ASC'],
    ],
    limit: mostJobs + 1,
  });
  const shown = rows.slice(0, mostJobs);
  const ids = [...new Set(shown.map(({ vehicleId }) => vehicleId))];
  const vehicles = await models.Vehicle.findAll({ where: { workshopId, id: { [Op.in]: ids } } });
  const byId = new Map(vehicles.map((vehicle) => [vehicle.id, vehicle]));
  const last = shown.at(-1);
  return {
    rows: shown,
    jobs: shown.map((job) => summaryOf(job, byId.get(job.vehicleId)!)),
    next:
      rows.length > mostJobs && last !== undefined
        ? Buffer.from(JSON.stringify([last[column].toISOString(), last.id])).toString('base64url')
        : null,
  };
}

/** A word that more jobs hold than this is met soon enough by going through the list in its order. */
const rareUpTo = 400;

/** Jobs whose title, or whose vehicle's name, use or plate, holds a word. The vehicles are few: they are found first. */
async function holding(
  { sequelize, models: { Vehicle } }: Database,
  workshopId: string,
  word: string,
): Promise<WhereOptions> {
  // A word is no pattern.
  const pattern = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
  const like = { [Op.iLike]: pattern };
  const [[titled], vehicles] = await Promise.all([
    sequelize.query<{ ids: readonly string[] }>('SELECT jobs_titled($pattern, $most) AS ids', {
      bind: { pattern, most: rareUpTo + 1 },
      type: QueryTypes.SELECT,
    }),
    Vehicle.findAll({
      where: { workshopId, [Op.or]: [{ name: like }, { service: like }, { plate: like }] },
      attributes: ['id'],
    }),
  ]);
  const ids = titled?.ids ?? [];
  const title =
    ids.length > rareUpTo
      ? where(fn('title_holds', col('title'), pattern), true)
      : { id: { [Op.in]: [...ids] } };
  return { [Op.or]: [title, { vehicleId: { [Op.in]: vehicles.map(({ id }) => id) } }] };
}

const ended = ['proven', 'closed unproven'] as const;
const stageConditions: Readonly<Record<JobFilter, WhereOptions[]>> = {
  all: [],
  archived: [],
  open: [{ stage: { [Op.notIn]: [...ended] } }],
  closed: [{ stage: { [Op.in]: [...ended] } }],
  waiting: [{ stage: 'waiting for the customer' }],
};

/** What comes after a cursor, in the list's order. @throws {ApiProblem} where it is none */
function after(column: 'openedAt' | 'lastAt', cursor: string): WhereOptions[] {
  if (cursor === '') return [];
  try {
    const [at, id] = JSON.parse(Buffer.from(cursor, 'base64url').toString()) as [string, string];
    const time = new Date(at);
    if (Number.isNaN(time.getTime()) || !/^[0-9a-f-]{36}$/.test(id)) throw new Error('none');
    return [{ [Op.or]: [{ [column]: { [Op.lt]: time } }, { [column]: time, id: { [Op.gt]: id } }] }];
  } catch {
    throw new ApiProblem('request/field', 'cursor', 'cursor: Expected the cursor of a reply.');
  }
}

/** Jobs whose standing one request for a list sets going; the next request sees to more. */
const mostAtOnce = 10;

/** Works out where jobs stand that have news, one after another, and keeps it with them. */
export function createStandings(database: Database, work: Work): (jobs: readonly JobRow[]) => void {
  const busy = new Set<string>();
  const refresh = async (job: JobRow) => {
    const { workshopId, id } = job;
    const { models } = database;
    const { circuit, log, lastSequence: standingSequence } = await storedJob(models, job);
    const standing = await work.run('standing', { circuit, events: log });
    await models.Job.update({ standing, standingSequence }, { where: { workshopId, id } });
  };
  return (jobs) => {
    const stale = jobs.filter((job) => job.standing === null || job.standingSequence !== job.lastSequence);
    for (const job of stale.slice(0, mostAtOnce)) {
      const key = `${job.workshopId}/${job.id}`;
      if (busy.has(key)) continue;
      busy.add(key);
      // A list is never late for it, and never fails by it: the next one asks again.
      void refresh(job)
        .catch(() => undefined)
        .finally(() => busy.delete(key));
    }
  };
}
