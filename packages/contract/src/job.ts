import type { JobEvent, OperatingState, ReadingValue, Test } from '@grim-lantern/core';
import { instrumentIds } from '@grim-lantern/core';
import { z } from 'zod';
import { localId, longText, moment, shortText, suspectId, terminal, uuid } from './text';

const fuseAmps = z.number().min(0.1, 'Expected 0.1 A or more.').max(100, 'Expected at most 100 A.');

export const limiterLampSchema = z.strictObject({
  kind: z.literal('lamp'),
  watts: z.number().min(1, 'Expected 1 W or more.').max(100, 'Expected at most 100 W.'),
});

export const operatingStateSchema = z.strictObject({
  controls: z.record(localId, localId),
  batteryConnected: z.boolean(),
  apart: z.array(localId).max(1000).readonly(),
  cavities: z.record(
    localId,
    z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('fuse') }),
      z.strictObject({ kind: z.literal('open') }),
      limiterLampSchema,
      z.strictObject({ kind: z.enum(['breaker', 'ammeter', 'jumper']), amps: fuseAmps }),
    ]),
  ),
  leads: z
    .array(
      z.strictObject({
        from: z.union([z.enum(['own supply', 'ground']), terminal]),
        to: terminal,
        fuseAmps,
      }),
    )
    .max(20)
    .readonly()
    .optional(),
  renewed: z.array(localId).max(1000).readonly().optional(),
  blown: z.array(localId).max(1000).readonly().optional(),
}) satisfies z.ZodType<OperatingState>;

export const instrumentSchema = z.enum(instrumentIds);

export const testSchema = z.strictObject({
  instrument: instrumentSchema,
  at: z.string().regex(/^[A-Za-z0-9+_@.~-]{1,90}$/, 'Expected a point of the circuit.'),
}) satisfies z.ZodType<Test>;

export const readingValueSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('number'),
    value: z
      .number('Expected a finite number.')
      .min(-1e3, 'Expected -1000 or more.')
      .max(5e7, 'Expected 50 M or less.')
      // Minus zero is zero: the database knows no other, and a retry must find the same event.
      .transform((value) => (value === 0 ? 0 : value)),
  }),
  z.strictObject({ kind: z.literal('overload') }),
  z.strictObject({ kind: z.literal('outcome'), outcome: localId }),
]) satisfies z.ZodType<ReadingValue>;

/** In the workshop's currency. */
const money = z.number().min(0, 'Expected 0 or more.').max(1e6, 'Expected at most a million.');

const stamp = {
  id: uuid(),
  author: uuid('Expected the id of a technician.'),
  at: moment,
};

/** An event as its author sends it. */
export const jobEventSchema = z.discriminatedUnion(
  'type',
  [
    z.strictObject({
      ...stamp,
      type: z.literal('complaint-set'),
      text: longText,
      comesAndGoes: z.boolean().optional(),
    }),
    z.strictObject({ ...stamp, type: z.literal('state-set'), state: operatingStateSchema }),
    z.strictObject({
      ...stamp,
      type: z.literal('reading-taken'),
      test: testSchema,
      state: operatingStateSchema,
      value: readingValueSchema,
      typed: shortText,
      corrects: uuid('Expected the id of a reading.').optional(),
      unsure: z.literal(true).optional(),
      told: z.literal(true).optional(),
    }),
    z.strictObject({
      ...stamp,
      type: z.literal('reading-withdrawn'),
      reading: uuid('Expected the id of a reading.'),
      why: shortText,
    }),
    z.strictObject({ ...stamp, type: z.literal('circuit-followed'), circuit: uuid() }),
    z.strictObject({
      ...stamp,
      type: z.literal('point-refused'),
      point: testSchema.shape.at,
      why: shortText.optional(),
    }),
    z.strictObject({ ...stamp, type: z.literal('point-allowed'), point: testSchema.shape.at }),
    z.strictObject({ ...stamp, type: z.literal('checklist-skipped'), module: localId, why: shortText }),
    z.strictObject({ ...stamp, type: z.literal('strip-refitted'), strip: localId }),
    z.strictObject({
      ...stamp,
      type: z.literal('current-read'),
      fuse: localId.nullable(),
      pulled: localId.nullable(),
      amps: z
        .number('Expected amps.')
        .min(-2000, 'Expected -2000 A or more.')
        .max(2000, 'Expected at most 2000 A.'),
      volts: z
        .number('Expected volts.')
        .min(0, 'Expected 0 V or more.')
        .max(60, 'Expected at most 60 V.')
        .optional(),
      by: z.enum(['clamp', 'ammeter']),
      asleepMinutes: z
        .number('Expected minutes.')
        .min(0, 'Expected 0 minutes or more.')
        .max(20_000, 'Expected at most 20,000 minutes.')
        .optional(),
      state: operatingStateSchema,
    }),
    z.strictObject({
      ...stamp,
      type: z.literal('customer-asked'),
      text: longText,
      amount: money,
      places: z.array(localId).max(200).readonly().optional(),
    }),
    z.strictObject({
      ...stamp,
      type: z.literal('customer-answered'),
      agreed: z.boolean(),
      amount: money,
      text: z.string().trim().max(4000, 'Expected at most 4000 characters.'),
    }),
    z.strictObject({
      ...stamp,
      type: z.literal('cause-found'),
      suspect: suspectId,
      text: longText,
      root: longText.optional(),
    }),
    z.strictObject({
      ...stamp,
      type: z.literal('repair-done'),
      steps: z.array(longText).max(30, 'Expected at most 30 steps.').readonly(),
      text: z.string().trim().max(4000, 'Expected at most 4000 characters.'),
    }),
    z.strictObject({
      ...stamp,
      type: z.literal('job-closed'),
      proven: z.boolean(),
      why: z.string().trim().max(4000, 'Expected at most 4000 characters.'),
    }),
    z.strictObject({ ...stamp, type: z.literal('job-reopened') }),
  ],
  'Expected a type of event that this version knows.',
) satisfies z.ZodType<JobEvent>;

/** The same with its place in the job. */
export const loggedEventSchema = z.intersection(
  jobEventSchema,
  z.object({ sequence: z.number().int().min(1) }),
);
