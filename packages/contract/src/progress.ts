import { z } from 'zod';
import { problemSchema } from './route';

/** Asked for in `accept`, a reply that takes long comes in lines: how far it is, then what it would have been without. */
export const linesType = 'application/x-ndjson';

const count = z.number().int().min(0);
/** How far a long piece of work has come, in whatever it counts: entries of a job, or jobs and files of a workshop. */
const progressSchema = z.strictObject({ done: count, of: count });
export type Progress = z.infer<typeof progressSchema>;
/** Told how far a long piece of work has come. */
export type Tell = (progress: Progress) => void;

/** One line of such a reply; the last holds the reply itself, or why there is none. */
export const progressLineSchema = z.union([
  progressSchema,
  z.strictObject({ reply: z.unknown() }),
  z.strictObject({ status: z.number().int(), problem: problemSchema }),
]);
export type ProgressLine = z.infer<typeof progressLineSchema>;
