import { foldJob } from '@grim-lantern/core';
import type { JobEvent, JobStage } from '@grim-lantern/core';
import type { Transaction } from 'sequelize';
import type { JobRow, Models } from '../database/models';
import { storedJob } from './storedJob';

/** Events that may take a job to another stage: for all others its log need not be read. */
const staging: ReadonlySet<JobEvent['type']> = new Set([
  'customer-asked',
  'customer-answered',
  'cause-found',
  'repair-done',
  'job-closed',
  'job-reopened',
]);

/**
 * Notes with a job what its line in the list shows of fresh events, which are stored already.
 * @param lastSequence - of the newest of them
 */
export async function noteProgress(
  models: Models,
  job: JobRow,
  fresh: readonly JobEvent[],
  lastSequence: number,
  transaction: Transaction,
): Promise<void> {
  const stages = fresh.some(({ type }) => staging.has(type));
  const authors = [...new Set([...job.authors, ...fresh.map(({ author }) => author)])];
  await job.update(
    {
      lastSequence,
      lastAt: new Date(),
      authors,
      ...(stages ? { stage: await stageOf(models, job, transaction) } : {}),
    },
    { transaction },
  );
}

async function stageOf(models: Models, job: JobRow, transaction: Transaction): Promise<JobStage> {
  const { circuit, log } = await storedJob(models, job, transaction);
  return foldJob(circuit, log).stage;
}
