import type { Kit } from '@grim-lantern/core';
import { z } from 'zod';
import { instrumentSchema, limiterLampSchema } from './job';
import { shortText } from './text';

const id = z.uuid('Expected a UUID.');
const instruments = z.array(instrumentSchema).max(50, 'Expected at most 50 instruments.').readonly();

export const technicianSchema = z.object({ id, name: shortText });
export const vehicleSchema = z.object({ id, name: shortText, service: shortText });

/** What a technician works with; the places that a search keeps to belong to the moment, and are not kept. */
export const kitSchema = z.strictObject({
  without: instruments,
  preferred: instruments.optional(),
  swaps: z.enum(['first', 'by worth', 'never']).optional(),
  limiter: limiterLampSchema.optional(),
}) satisfies z.ZodType<Kit>;

/** A technician of this workshop; no kit until one is chosen. */
export const colleagueSchema = technicianSchema.extend({ kit: kitSchema.nullable() });

export type Technician = z.infer<typeof technicianSchema>;
export type Colleague = z.infer<typeof colleagueSchema>;
export type Vehicle = z.infer<typeof vehicleSchema>;
