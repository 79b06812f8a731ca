import { checkEvent, earlierReading } from '@grim-lantern/core';
import type { JobEvent } from '@grim-lantern/core';
import type { Transaction } from 'sequelize';
import type { CircuitRow, JobRow, Models } from '../database/models';
import { ApiProblem } from '../errors/problems';

/**
 * What a schema cannot say of events: that their points, parts and outcomes are the circuit's, the readings that they withdraw the job's.
 * @throws {ApiProblem} naming the first field that does not fit
 */
export async function checkEvents(
  models: Models,
  job: JobRow,
  events: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
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

async function refuseUnknownWithdrawals(
  { JobEvent: events }: Models,
  { workshopId, id: jobId }: JobRow,
  made: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
  const types = new Map<string, JobEvent['type']>();
  for (const [index, event] of made.entries()) {
    const earlier = earlierReading(event);
    const type =
      earlier === null
        ? null
        : (types.get(earlier.id) ??
          (await events.findOne({ where: { workshopId, jobId, id: earlier.id }, transaction }))?.body.type);
    types.set(event.id, event.type);
    if (earlier === null) continue;
    // A current is withdrawn like a reading; another one is read in its place.
    if (type !== 'reading-taken' && !(type === 'current-read' && event.type === 'reading-withdrawn')) {
      throw new ApiProblem('reading/unknown', `events.${index}.${earlier.field}`);
    }
  }
}
