import { z } from 'zod';
import { lookAtLinkSchema, settingsSchema } from './access';
import { circuitSchema } from './circuit';
import { loggedEventSchema } from './job';
import { jobSummarySchema } from './jobList';
import { technicianSchema } from './people';
import { photoRecordSchema } from './photo';
import { uuid } from './text';

/** The longest that a customer's link may work, days. */
export const mostReportDays = 365;
export const shareReportSchema = z.strictObject({
  days: z
    .number('Expected a number of days.')
    .int('Expected a whole number of days.')
    .min(1, 'Expected at least 1 day.')
    .max(mostReportDays, `Expected at most ${mostReportDays} days.`),
});

/** Whether a job's report is shown to whoever has its link, and until when. */
export const reportShownSchema = z.object({ until: z.iso.datetime().nullable() });

const sharedPhotoSchema = photoRecordSchema.pick({
  id: true,
  shows: true,
  of: true,
  at: true,
  caption: true,
});

/** Which photo of a shared report is looked at, by its link. */
export const lookAtPhotoSchema = lookAtLinkSchema.extend({ photo: uuid('Expected the id of a photo.') });

/** All that the report of one job is written from; of the workshop only what it prints. */
export const sharedReportSchema = z.object({
  workshop: z.object({
    ...settingsSchema.pick({ name: true, currency: true, hourlyRate: true, lengths: true }).shape,
    /** Those who took part in the job. */
    technicians: z.array(technicianSchema),
  }),
  job: jobSummarySchema,
  circuit: circuitSchema,
  events: z.array(loggedEventSchema),
  /** Those of the job that were not put away, oldest first. */
  photos: z.array(sharedPhotoSchema),
  until: z.iso.datetime(),
});
export type SharedReport = z.infer<typeof sharedReportSchema>;
