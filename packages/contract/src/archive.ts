import { z } from 'zod';
import { roleSchema } from './access';
import { fuseBoxSchema } from './fuseBox';
import { jobEventSchema } from './job';
import { newVehicleSchema, kitSchema } from './people';
import { photoRecordSchema } from './photo';
import { relayEntrySchema } from './relayEntry';
import { moment, shortText, uuid } from './text';
import { traceSideSchema } from './trace';

/** The documents of a workshop's archive, beside `settingsSchema` and `circuitRecordSchema`. */
export const archivedPeopleSchema = z.array(
  z.strictObject({ id: uuid(), name: shortText, role: roleSchema, kit: kitSchema.nullable() }),
);
export const archivedVehicleSchema = newVehicleSchema.omit({ version: true }).extend({
  id: uuid(),
  centres: z.array(z.strictObject({ id: uuid(), centre: fuseBoxSchema })),
  relayEntries: z.array(relayEntrySchema),
});
export const archivedJobSchema = z.strictObject({
  id: uuid(),
  title: shortText,
  vehicleId: uuid(),
  circuitId: uuid(),
  openedAt: moment,
  archived: z.boolean(),
  events: z.array(jobEventSchema),
});
export const archivedRecordingSchema = z.strictObject({
  author: uuid(),
  side: traceSideSchema,
  kept: z.boolean(),
});
export const archivedPhotoSchema = z.strictObject({
  ...photoRecordSchema.omit({ id: true, vehicleId: true, width: true, height: true, type: true }).shape,
});
