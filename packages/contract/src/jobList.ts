import type { JobStage } from '@grim-lantern/core';
import { z } from 'zod';
import { vehicleSchema } from './people';
import { moment, shortText, uuid } from './text';

const stages = [
  'searching',
  'waiting for the customer',
  'cause found',
  'repaired',
  'proven',
  'closed unproven',
] as const satisfies readonly JobStage[];

/** What the evidence of a job says, for its line in the list. */
export const jobStandingSchema = z.object({
  readings: z.number().int(),
  /** Of measuring, as priced. */
  minutes: z.number(),
  /** The name of what was found; null before. */
  cause: z.string().nullable(),
  /** Why it was closed, in words; empty while it is open. */
  closed: z.string(),
  /** Whether one suspect is far ahead of all others. */
  alone: z.boolean(),
  /** The three likeliest. */
  suspects: z.array(z.object({ name: z.string(), probability: z.number() })),
});

/** A job in the list: enough to draw its line and to ask for the rest. */
export const jobSummarySchema = z.object({
  id: uuid(),
  title: shortText,
  vehicle: vehicleSchema,
  circuitId: uuid(),
  openedAt: moment,
  /** When its newest event came to the server. */
  lastAt: moment,
  /** Sequence number of its newest event; 0 before the first. */
  lastSequence: z.number().int().min(0),
  stage: z.enum(stages),
  archived: z.boolean(),
  standing: jobStandingSchema.nullable(),
  /** Whether `standing` is of its newest event; where not, it is being worked out. */
  fresh: z.boolean(),
});

/** Which jobs a list shows. */
export const jobFilters = ['open', 'waiting', 'closed', 'all', 'archived'] as const;
export const jobOrders = ['worked on', 'opened'] as const;
/** Of one page. */
export const mostJobs = 50;

export const jobListQuery = {
  show: z.enum(jobFilters, 'Expected open, waiting, closed, all or archived.').default('all'),
  order: z.enum(jobOrders, 'Expected “worked on” or “opened”.').default('opened'),
  /** Words that are all in the job’s title or its vehicle’s name, plate or use. */
  search: z.string().trim().max(120, 'Expected at most 120 characters.').default(''),
  /** “1”: those only in which the person has an entry. */
  mine: z.enum(['0', '1'], 'Expected 0 or 1.').default('0'),
  /** From the reply before. */
  cursor: z.string().max(200, 'Expected the cursor of a reply.').default(''),
};

export const jobPageSchema = z.object({
  jobs: z.array(jobSummarySchema),
  /** Where the next page begins; null on the last. */
  next: z.string().nullable(),
});

export const archiveJobSchema = z.strictObject({ archived: z.boolean() });

export type JobSummary = z.infer<typeof jobSummarySchema>;
export type JobStanding = z.infer<typeof jobStandingSchema>;
export type JobFilter = (typeof jobFilters)[number];
export type JobOrder = (typeof jobOrders)[number];
