import { z } from 'zod';
import { localId, moment, uuid } from './text';

/**
 * What a photo shows: the vehicle, its printed diagram, a place on it, a part or connector, something of one job, or the meter
 * at one of its readings.
 */
export const photoSubjects = ['vehicle', 'diagram', 'place', 'part', 'job', 'reading'] as const;

const caption = z.string().trim().max(300, 'Expected at most 300 characters.');

/** Larger pictures are made small before they are sent. */
export const mostPhotoBytes = 3 * 2 ** 20;

/** What is said of a photo when it is kept. */
export const newPhotoQuery = {
  author: uuid('Expected the id of a technician.'),
  at: moment,
  shows: z.enum(photoSubjects, `Expected one of: ${photoSubjects.join(', ')}.`),
  /** The place or the part, by its id in the circuit; the reading by that of its event. */
  of: localId.optional(),
  /** The job in which it was taken. */
  job: uuid('Expected the id of a job.').optional(),
  caption: caption.default(''),
} as const;

export const photoFilingSchema = z.strictObject({
  caption,
  /** Put away: out of sight, and to be brought back. */
  removed: z.boolean(),
});

/** What is known of a photo, without its bytes. */
export const photoRecordSchema = z.object({
  id: uuid(),
  vehicleId: uuid(),
  jobId: uuid().nullable(),
  author: uuid(),
  at: moment,
  shows: z.enum(photoSubjects),
  of: localId.nullable(),
  caption: z.string(),
  /** Pixels. */
  width: z.number().int(),
  height: z.number().int(),
  type: z.enum(['image/jpeg', 'image/png', 'image/webp']),
  removed: z.boolean(),
});

export type PhotoSubject = (typeof photoSubjects)[number];
export type PhotoFiling = z.infer<typeof photoFilingSchema>;
export type PhotoRecord = z.infer<typeof photoRecordSchema>;
