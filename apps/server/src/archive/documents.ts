import {
  archivedJobSchema,
  archivedPeopleSchema,
  archivedPhotoSchema,
  archivedRecordingSchema,
  archivedVehicleSchema,
  circuitRecordSchema,
  settingsSchema,
} from '@grim-lantern/contract';
import { z } from 'zod';

export type ArchivedJob = z.infer<typeof archivedJobSchema>;

/** What a workshop's archive holds: each file's name, and what is in it. */
export const documents = {
  workshop: { name: /^workshop\.json$/, schema: settingsSchema },
  people: { name: /^people\.json$/, schema: archivedPeopleSchema },
  vehicle: { name: /^vehicles\/[0-9a-f-]{36}\.json$/, schema: archivedVehicleSchema },
  circuit: { name: /^circuits\/[0-9a-f-]{36}\.json$/, schema: circuitRecordSchema },
  job: { name: /^jobs\/[0-9a-f-]{36}\.json$/, schema: archivedJobSchema },
  recording: { name: /^recordings\/[0-9a-f-]{36}\/[0-9a-f-]{36}\.json$/, schema: archivedRecordingSchema },
  photo: { name: /^photos\/[0-9a-f-]{36}\/[0-9a-f-]{36}\.json$/, schema: archivedPhotoSchema },
  manifest: {
    name: /^manifest\.json$/,
    schema: z.object({
      format: z.literal('grim-lantern/workshop'),
      version: z.literal(1),
      files: z.record(z.string(), z.string()),
    }),
  },
} as const;
