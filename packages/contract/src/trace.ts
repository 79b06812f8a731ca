import type { TraceHeader, TraceRefusal } from '@grim-lantern/core';
import { traceSides } from '@grim-lantern/core';
import { z } from 'zod';
import { firstProblem } from './firstProblem';
import { localId, moment, shortText, unstorable, unstorableText, uuid } from './text';

/** A recording is kept with at most so many numbers, its clock among them. */
const mostNumbers = 4e7;

/** A channel of even steps takes no bytes: a few hundred could else stand for millions of samples. */
const mostEvenSamples = 100_000;

const bytes = z.number().int('Expected whole bytes.').min(0, 'Expected 0 bytes or more.');
const columnCodes = [
  z.strictObject({
    encoding: z.literal('even'),
    perSecond: z.number().positive('Expected samples a second, above 0.'),
    bytes: z.literal(0),
  }),
  z.strictObject({
    encoding: z.literal('decimal'),
    decimals: z.number().int().min(0).max(9, 'Expected 0 to 9 decimals.'),
    order: z.union([z.literal(1), z.literal(2)]),
    bytes,
  }),
  z.strictObject({ encoding: z.literal('float64'), bytes }),
] as const;

const encoding = 'Expected a column’s encoding: even, decimal or float64.';
const [evenCode, decimalCode, doubleCode] = columnCodes;
const named = { name: shortText, unit: z.enum(['A', 'V'], 'Expected A or V.') };
const channelSchema = z.discriminatedUnion(
  'encoding',
  [evenCode.extend(named), decimalCode.extend(named), doubleCode.extend(named)],
  encoding,
);

export const traceSideSchema = z.enum(traceSides, 'Expected before, after, left or right.');

/** What a recording is of. */
export const traceAboutSchema = z.strictObject({
  name: shortText,
  fuse: localId.nullable(),
  side: traceSideSchema,
  at: moment,
});

/** First line of a `grim-lantern/trace` file. */
export const traceHeaderSchema = z
  .strictObject({
    format: z.literal('grim-lantern/trace', 'Expected grim-lantern/trace.'),
    version: z.literal(1, 'Expected version 1.'),
    about: traceAboutSchema,
    samples: z.number().int().min(2, 'Expected at least 2 samples.').max(2e7, 'Expected at most 20 million.'),
    time: z.discriminatedUnion('encoding', columnCodes, encoding),
    channels: z
      .array(channelSchema)
      .min(1, 'Expected at least one channel.')
      .max(16, 'Expected at most 16 channels.')
      .readonly(),
  })
  .superRefine(({ samples, time, channels }, context) => {
    const problem = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    if (samples * (1 + channels.length) > mostNumbers) {
      problem(['samples'], `Expected at most ${mostNumbers / 1e6} million numbers in all.`);
    }
    channels.forEach(({ encoding: each }, index) => {
      if (each === 'even' && samples > mostEvenSamples) {
        problem(
          ['channels', index, 'encoding'],
          'Expected decimal or float64: no current rises evenly for so long.',
        );
      }
    });
    [time, ...channels].forEach((column, index) => {
      const fits =
        column.encoding === 'even' ||
        (column.encoding === 'decimal' ? column.bytes >= samples : column.bytes === 8 * samples);
      const path = index === 0 ? ['time', 'bytes'] : ['channels', index - 1, 'bytes'];
      if (!fits) problem(path, `Expected as many bytes as ${samples} samples take.`);
    });
  }) satisfies z.ZodType<TraceHeader>;

/** The header of a recording, checked; or why it is none, in one sentence. */
export function checkedTraceHeader(document: unknown): TraceHeader | TraceRefusal {
  const broken = unstorableText(document);
  if (broken !== null) return { refused: `${broken}: ${unstorable}` };
  const result = traceHeaderSchema.safeParse(document);
  return result.success ? result.data : { refused: firstProblem(result.error).message };
}

const id = uuid();
const numbers = z.array(z.number());

/** Where a kept recording lies in its job: which of two it is, and whether it is still wanted. */
export const traceFilingSchema = z.strictObject({ side: traceSideSchema, kept: z.boolean() });

/** A recording that is kept with a job: all but its samples. */
export const traceRecordSchema = z.object({
  id,
  jobId: id,
  author: id,
  ...traceAboutSchema.shape,
  kept: z.boolean(),
  samples: z.number().int(),
  seconds: z.number(),
  channels: z.array(z.object(named)),
  /** The current from far away: of each piece its first moment, its least and its greatest. */
  picture: z.object({ seconds: numbers, least: numbers, greatest: numbers }),
});

export type TraceRecord = z.infer<typeof traceRecordSchema>;
export type TraceFiling = z.infer<typeof traceFilingSchema>;
