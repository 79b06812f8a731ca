import type { JobEvent, LoggedEvent } from '@grim-lantern/core';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import { Op } from 'sequelize';
import type { JobRow, Models } from '../database/models';
import { ApiProblem } from '../http/problems';

/**
 * Appends checked events to a job whose row the transaction holds locked: so numbers have no gaps, and no two
 * appends see the same last one. An event that is stored already keeps its place.
 * @returns the same events with their sequence numbers
 * @throws {ApiProblem} when an id is taken by something else
 */
export async function appendEvents(
  models: Models,
  job: JobRow,
  events: readonly JobEvent[],
  transaction: Transaction,
): Promise<readonly LoggedEvent[]> {
  const { workshopId, id: jobId } = job;
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
      if (row.jobId !== jobId || !isDeepStrictEqual(row.body, event)) {
        throw new ApiProblem('event/id-taken', `events.${index}.id`);
      }
      logged.push({ ...row.body, sequence: row.sequence });
      continue;
    }
    sequence++;
    const fresh = await models.JobEvent.create(
      { workshopId, jobId, sequence, id: event.id, authorId: event.author, body: event },
      { transaction },
    );
    known.set(event.id, fresh);
    logged.push({ ...event, sequence });
  }
  if (sequence > job.lastSequence) await job.update({ lastSequence: sequence }, { transaction });
  return logged;
}
