import type { BenchReadings, SocketLayout } from '@grim-lantern/core';
import { z } from 'zod';
import { moment, shortText, uuid } from './text';

const ohms = z.union(
  [
    z.literal('OL'),
    z.number('Expected ohms, or OL.').min(0, 'Expected 0 Ω or more.').max(1e9, 'Expected at most 1 GΩ.'),
  ],
  'Expected ohms, or OL.',
);
const volts = z.number('Expected volts.').min(0, 'Expected 0 V or more.').max(60, 'Expected at most 60 V.');

/** What was read of a relay by itself. */
export const benchReadingsSchema = z.strictObject({
  coilOhms: ohms.optional(),
  celsius: z
    .number('Expected degrees Celsius.')
    .min(-40, 'Expected -40 °C or more.')
    .max(150, 'Expected at most 150 °C.')
    .optional(),
  coilReversedOhms: ohms.optional(),
  band: z
    .strictObject({
      leastOhms: z.number().positive('Expected ohms above 0.'),
      mostOhms: z.number().positive('Expected ohms above 0.'),
    })
    .refine(({ leastOhms, mostOhms }) => leastOhms <= mostOhms, {
      path: ['mostOhms'],
      message: 'Expected no less than the least.',
    })
    .optional(),
  openAtRest: ohms.optional(),
  closedAtRest: ohms.optional(),
  openPulled: ohms.optional(),
  closedPulled: ohms.optional(),
  dropVolts: volts.optional(),
  dropAmps: z
    .number('Expected amps.')
    .min(0, 'Expected 0 A or more.')
    .max(200, 'Expected at most 200 A.')
    .optional(),
  pullInVolts: volts.optional(),
  dropOutVolts: volts.optional(),
  pullsReversed: z.boolean().optional(),
  acrossFrameOhms: ohms.optional(),
}) satisfies z.ZodType<BenchReadings>;

const grid = z.number().int('Expected a whole number.').min(0, 'Expected 0 to 4.').max(4, 'Expected 0 to 4.');

/** How the pins of a socket lie, drawn by hand. */
export const socketLayoutSchema = z
  .strictObject({
    pins: z
      .array(
        z.strictObject({
          role: z.enum(['coilFeed', 'coilCommand', 'supply', 'normallyOpen', 'secondOpen', 'normallyClosed']),
          column: grid,
          row: grid,
          across: z.boolean(),
        }),
      )
      .max(6, 'Expected at most 6 pins.')
      .readonly(),
  })
  .superRefine(({ pins }, context) => {
    pins.forEach(({ role, column, row }, index) => {
      const before = pins.slice(0, index);
      const message = before.some((each) => each.role === role)
        ? 'Expected each pin once.'
        : before.some((each) => each.column === column && each.row === row)
          ? 'Expected a place that no other pin has.'
          : null;
      if (message !== null) context.addIssue({ code: 'custom', path: ['pins', index], message });
    });
  }) satisfies z.ZodType<SocketLayout>;

const id = uuid();

/** Something that was found out about the relay in one socket of a vehicle; never changed, never removed. */
export const relayEntrySchema = z.strictObject({
  id,
  vehicleId: id,
  /** The socket: the box, and the cavity in it. */
  centre: shortText,
  cavity: shortText,
  author: uuid('Expected the id of a technician.'),
  at: moment,
  entry: z.discriminatedUnion(
    'type',
    [
      z.strictObject({ type: z.literal('bench'), readings: benchReadingsSchema }),
      z.strictObject({ type: z.literal('layout'), layout: socketLayoutSchema }),
    ],
    'Expected a type of entry that this version knows.',
  ),
});
export const newRelayEntrySchema = relayEntrySchema.omit({ id: true });

export type RelayEntry = z.infer<typeof relayEntrySchema>;
