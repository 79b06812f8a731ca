import { checkEvent, earlierReading } from '@grim-lantern/core';
import type { Circuit, JobEvent } from '@grim-lantern/core';
import type { Transaction } from 'sequelize';
import { Op } from 'sequelize';
import type { JobRow, Models } from '../database/models';
import { ApiProblem } from '../http/problems';

/**
 * What a schema cannot say of events: that their points, parts and outcomes are the circuit's, their authors the
 * workshop's, the readings that they withdraw the job's.
 * @throws {ApiProblem} naming the first field that does not fit
 */
export async function checkEvents(
  models: Models,
  job: JobRow,
  events: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
  const { workshopId, circuitId } = job;
  const circuit = await models.Circuit.findOne({
    where: { workshopId, id: circuitId },
    transaction,
    rejectOnEmpty: true,
  });
  refuseMisfits(circuit.document, events);
  await refuseStrangers(models, workshopId, events, transaction);
  await refuseUnknownWithdrawals(models, job, events, transaction);
}

function refuseMisfits(circuit: Circuit, events: readonly JobEvent[]): void {
  for (const [index, event] of events.entries()) {
    const flaw = checkEvent(circuit, event)[0];
    if (flaw === undefined) continue;
    const field = `events.${index}.${flaw.path}`;
    throw new ApiProblem('request/field', field, `${field}: ${flaw.message}`);
  }
}

/** @throws {ApiProblem} naming the first event whose author is not the workshop's */
export async function refuseStrangers(
  { Technician }: Models,
  workshopId: string,
  events: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
  const authors = [...new Set(events.map(({ author }) => author))];
  const rows = await Technician.findAll({ where: { workshopId, id: { [Op.in]: authors } }, transaction });
  const known = new Set(rows.map(({ id }) => id));
  const stranger = events.findIndex(({ author }) => !known.has(author));
  if (stranger >= 0) throw new ApiProblem('technician/unknown', `events.${stranger}.author`);
}

async function refuseUnknownWithdrawals(
  { JobEvent: events }: Models,
  { workshopId, id: jobId }: JobRow,
  made: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
  const readings = new Set<string>();
  for (const [index, event] of made.entries()) {
    if (event.type === 'reading-taken') readings.add(event.id);
    const earlier = earlierReading(event);
    if (earlier === null || readings.has(earlier.id)) continue;
    const row = await events.findOne({ where: { workshopId, jobId, id: earlier.id }, transaction });
    if (row?.body.type !== 'reading-taken') {
      throw new ApiProblem('reading/unknown', `events.${index}.${earlier.field}`);
    }
  }
}
