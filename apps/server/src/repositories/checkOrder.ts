import { foldJob, outOfOrder } from '@grim-lantern/core';
import type { JobEvent } from '@grim-lantern/core';
import type { Transaction } from 'sequelize';
import type { JobRow, Models } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { storedJob } from './storedJob';

/**
 * That new events keep the order of work: no module named before its supplies are read, nothing proven without the same
 * measurement again. Events that are stored already are not asked again.
 * @throws {ApiProblem} naming the first event that is out of order
 */
export async function checkOrder(
  models: Models,
  job: JobRow,
  events: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
  if (events.every(({ type }) => !judged.has(type))) return;
  const { circuit, log: before } = await storedJob(models, job, transaction);
  const log = [...before];
  const stored = new Set(log.map(({ id }) => id));
  for (const [index, event] of events.entries()) {
    if (stored.has(event.id)) continue;
    const why = judged.has(event.type) ? outOfOrder(circuit, foldJob(circuit, log), event) : null;
    if (why !== null) throw new ApiProblem('job/order', `events.${index}`, why);
    log.push(event);
  }
}

/** The events that the order of work has a say in: for all others the log need not be read. */
const judged: ReadonlySet<JobEvent['type']> = new Set([
  'cause-found',
  'repair-done',
  'customer-answered',
  'job-closed',
]);
