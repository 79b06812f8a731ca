import type { JobEvent, LoggedEvent } from '@grim-lantern/core';
import { isDeepStrictEqual } from 'node:util';
import type { InferCreationAttributes, Transaction } from 'sequelize';
import { Op } from 'sequelize';
import type { JobEventRow, JobRow, Models } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { noteProgress } from './noteProgress';

/**
 * Appends checked events to a job whose row the transaction holds locked: so numbers have no gaps, and no two
 * appends see the same last one. An event that is stored already keeps its place.
 * @param told - how many are stored, each time some more are
 * @returns the same events with their sequence numbers
 * @throws {ApiProblem} when an id is taken by something else
 */
export async function appendEvents(
  models: Models,
  job: JobRow,
  events: readonly JobEvent[],
  transaction: Transaction,
  told: (done: number) => void = () => undefined,
): Promise<readonly LoggedEvent[]> {
  const { workshopId, id: jobId } = job;
  const stored = await models.JobEvent.findAll({
    where: { workshopId, id: { [Op.in]: events.map(({ id }) => id) } },
    transaction,
  });
  const known = new Map<string, Known>(stored.map((row) => [row.id, row]));
  const fresh: Row[] = [];
  const logged = events.map((event, index): LoggedEvent => {
    const row = known.get(event.id);
    if (row !== undefined) {
      if (row.jobId !== jobId || !isDeepStrictEqual(row.body, event)) {
        throw new ApiProblem('event/id-taken', `events.${index}.id`);
      }
      return { ...row.body, sequence: row.sequence };
    }
    const sequence = job.lastSequence + fresh.length + 1;
    const made = { workshopId, jobId, sequence, id: event.id, authorId: event.author, body: event };
    known.set(event.id, made);
    fresh.push(made);
    return { ...event, sequence };
  });
  for (let first = 0; first < fresh.length; first += rowsAtOnce) {
    await models.JobEvent.bulkCreate(fresh.slice(first, first + rowsAtOnce), { transaction });
    told(Math.min(first + rowsAtOnce, fresh.length));
  }
  if (fresh.length > 0) {
    const made = fresh.map(({ body }) => body);
    await noteProgress(models, job, made, job.lastSequence + fresh.length, transaction);
  }
  return logged;
}

/** Rows of one statement. */
const rowsAtOnce = 500;

type Row = InferCreationAttributes<JobEventRow>;
type Known = Pick<Row, 'jobId' | 'sequence' | 'body'>;
