import type { Kit } from '@grim-lantern/core';
import { z } from 'zod';
import { roleSchema } from './access';
import { instrumentSchema, limiterLampSchema } from './job';
import { shortText, uuid } from './text';

const id = uuid();
const instruments = z.array(instrumentSchema).max(50, 'Expected at most 50 instruments.').readonly();

export const technicianSchema = z.object({ id, name: shortText });
export const vehicleSchema = z.object({ id, name: shortText, service: shortText });

/** What a vehicle may draw at rest, and the battery that it draws from. */
export const restSchema = z.strictObject({
  limitAmps: z
    .number('Expected amps.')
    .min(0.001, 'Expected 0.001 A or more.')
    .max(10, 'Expected at most 10 A.'),
  batteryAmpHours: z
    .number('Expected ampere-hours.')
    .min(1, 'Expected 1 Ah or more.')
    .max(1000, 'Expected at most 1000 Ah.'),
});

/** By what a vehicle is known, and what is good to know of it; all of it may be empty. */
const particulars = {
  /** Number plate, or the number in a fleet. */
  plate: z.string().trim().max(40, 'Expected at most 40 characters.').default(''),
  vin: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z0-9]{0,17}$/, 'Expected up to 17 letters and digits.')
    .default(''),
  mileageKm: z
    .number('Expected kilometres.')
    .min(0, 'Expected 0 km or more.')
    .max(9_999_999, 'Expected less than ten million km.')
    .nullable()
    .default(null),
  notes: z.string().trim().max(4000, 'Expected at most 4000 characters.').default(''),
  /** Out of the lists, with all that belongs to it; it can be brought back. */
  archived: z.boolean().default(false),
};

/** The version that a change changes, as it was read; 0 for what is new. */
export const versionSchema = z
  .number('Expected a whole number.')
  .int('Expected a whole number.')
  .min(0, 'Expected 0 or more.')
  .max(2 ** 31 - 1);

/** A vehicle as this workshop keeps it. */
export const vehicleRecordSchema = vehicleSchema.extend({
  ...particulars,
  rest: restSchema,
  version: versionSchema,
});
export const newVehicleSchema = z.strictObject({
  name: shortText,
  service: shortText,
  ...particulars,
  rest: restSchema,
  version: versionSchema,
});

/** What a technician works with; the places that a search keeps to belong to the moment, and are not kept. */
export const kitSchema = z.strictObject({
  without: instruments,
  preferred: instruments.optional(),
  swaps: z.enum(['first', 'by worth', 'never']).optional(),
  limiter: limiterLampSchema.optional(),
}) satisfies z.ZodType<Kit>;

/** A technician of this workshop; no kit until one is chosen. */
export const colleagueSchema = technicianSchema.extend({
  kit: kitSchema.nullable(),
  role: roleSchema,
  /** False for one who has left, or is known from an imported job only. */
  active: z.boolean(),
});

export type Technician = z.infer<typeof technicianSchema>;
export type Colleague = z.infer<typeof colleagueSchema>;
export type VehicleRecord = z.infer<typeof vehicleRecordSchema>;
export type Vehicle = z.infer<typeof vehicleSchema>;
