import { checkEvent, earlierReading } from '@grim-lantern/core';
import type { JobEvent } from '@grim-lantern/core';
import type { Transaction } from 'sequelize';
import { Op } from 'sequelize';
import type { CircuitRow, JobRow, Models } from '../database/models';
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
  const { workshopId } = job;
  let circuit = await circuitRow(models, job, job.circuitId, transaction);
  for (const [index, event] of events.entries()) {
    const flaw = checkEvent(circuit.document, event)[0];
    if (flaw === undefined && event.type !== 'circuit-followed') continue;
    // What is stored already fitted when it came, perhaps another revision of the circuit.
    if (await isStored(models, job, event, transaction)) continue;
    if (flaw !== undefined) {
      const field = `events.${index}.${flaw.path}`;
      throw new ApiProblem('request/field', field, `${field}: ${flaw.message}`);
    }
    if (event.type !== 'circuit-followed') continue;
    circuit = await laterRevision(models, job, event.circuit, index, transaction);
    await job.update({ circuitId: circuit.id }, { transaction });
  }
  await refuseStrangers(models, workshopId, events, transaction);
  await refuseUnknownWithdrawals(models, job, events, transaction);
}

function circuitRow(
  { Circuit }: Models,
  { workshopId }: JobRow,
  id: string,
  transaction: Transaction,
): Promise<CircuitRow> {
  return Circuit.findOne({ where: { workshopId, id }, transaction, rejectOnEmpty: true });
}

/**
 * A revision that follows the job's present one, directly or over others.
 * @throws {ApiProblem} where it does not
 */
async function laterRevision(
  models: Models,
  job: JobRow,
  id: string,
  index: number,
  transaction: Transaction,
): Promise<CircuitRow> {
  const field = `events.${index}.circuit`;
  const { workshopId } = job;
  const found = await models.Circuit.findOne({ where: { workshopId, id }, transaction });
  if (found === null) throw new ApiProblem('circuit/unknown', field);
  for (let before = found.follows; before !== null;) {
    if (before === job.circuitId) return found;
    before = (await circuitRow(models, job, before, transaction)).follows;
  }
  throw new ApiProblem('circuit/not-later', field);
}

async function isStored(
  { JobEvent: events }: Models,
  { workshopId }: JobRow,
  { id }: JobEvent,
  transaction: Transaction,
): Promise<boolean> {
  return (await events.count({ where: { workshopId, id }, transaction })) > 0;
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
