import type { Circuit, JobEvent } from '@grim-lantern/core';
import type { Transaction } from 'sequelize';
import type { JobRow, Models } from '../database/models';

/** The circuit that a job works on now, and its log in order. */
export async function storedJob(
  { Circuit: circuits, JobEvent: events }: Models,
  { workshopId, id: jobId, circuitId }: JobRow,
  transaction?: Transaction,
): Promise<{ readonly circuit: Circuit; readonly log: readonly JobEvent[]; readonly lastSequence: number }> {
  const within = transaction === undefined ? {} : { transaction };
  const { document } = await circuits.findOne({
    where: { workshopId, id: circuitId },
    rejectOnEmpty: true,
    ...within,
  });
  const rows = await events.findAll({
    where: { workshopId, jobId },
    order: [['sequence', 'ASC']],
    ...within,
  });
  return { circuit: document, log: rows.map(({ body }) => body), lastSequence: rows.at(-1)?.sequence ?? 0 };
}
