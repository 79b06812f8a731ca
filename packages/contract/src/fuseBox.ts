import { checkFuseBox, fuseStyles, ratingLimits } from '@grim-lantern/core';
import type { FuseBox } from '@grim-lantern/core';
import { z } from 'zod';
import { versionSchema } from './people';
import { shortText, uuid } from './text';

const words = z.string().trim().max(200, 'Expected at most 200 characters.');
const place = z
  .number('Expected a whole number.')
  .int('Expected a whole number.')
  .min(1, 'Expected 1 or more.')
  .max(60, 'Expected at most 60.');

const fuseKindSchema = z.strictObject({
  style: z.enum(fuseStyles, 'Expected a style of fuse.'),
  ratingAmps: z
    .number('Expected amps.')
    .min(ratingLimits.least, 'Expected 0.5 A or more.')
    .max(ratingLimits.greatest, 'Expected at most 500 A.'),
});

/** A box of fuses and relays as its cover shows it. */
export const fuseBoxSchema = z
  .strictObject({
    name: shortText,
    place: words,
    columns: place,
    rows: place,
    turned: z.union(
      [z.literal(0), z.literal(90), z.literal(180), z.literal(270)],
      'Expected 0, 90, 180 or 270.',
    ),
    cavities: z
      .array(
        z.strictObject({
          kind: z.enum(['fuse', 'relay']),
          number: z.string().trim().min(1, 'Expected a number.').max(12, 'Expected at most 12 characters.'),
          label: words,
          column: place,
          row: place,
          labelled: fuseKindSchema.nullable(),
          fitted: fuseKindSchema.nullable(),
        }),
      )
      .max(400, 'Expected at most 400 cavities.')
      .readonly(),
  })
  .superRefine((centre, context) => {
    for (const { path, message } of checkFuseBox(centre)) {
      const steps = path.split('.').map((step) => (/^\d+$/.test(step) ? Number(step) : step));
      context.addIssue({ code: 'custom', path: steps, message });
    }
  }) satisfies z.ZodType<FuseBox>;

const id = uuid();
export const fuseBoxRecordSchema = z.strictObject({ id, vehicleId: id, centre: fuseBoxSchema });
/** A box as the workshop keeps it. */
export const savedFuseBoxSchema = fuseBoxRecordSchema.extend({
  version: versionSchema,
  removed: z.boolean(),
});
/** A box to be kept: what it changes is named by its version. */
export const newFuseBoxSchema = fuseBoxRecordSchema.omit({ id: true }).extend({ version: versionSchema });

export type FuseBoxRecord = z.infer<typeof savedFuseBoxSchema>;
