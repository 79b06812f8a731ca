import { checkEvent } from '@grim-lantern/core';
import type { JobEvent } from '@grim-lantern/core';
import { z } from 'zod';
import { circuitSchema } from './circuit';
import { jobEventSchema } from './job';
import { shortText } from './text';

/** A job as one document: its circuit and its events, oldest first. Every event is checked against the circuit. */
export const jobFileSchema = z
  .strictObject({
    format: z.literal('grim-lantern/job'),
    version: z.literal(1),
    title: shortText,
    circuit: circuitSchema,
    events: z.array(jobEventSchema).max(10_000, 'Expected at most 10,000 events.').readonly(),
  })
  .superRefine(({ circuit, events }, context) => {
    const readings = new Set<string>();
    events.forEach((event: JobEvent, index) => {
      for (const { path, message } of checkEvent(circuit, event)) {
        context.addIssue({ code: 'custom', path: ['events', index, ...path.split('.')], message });
      }
      if (event.type === 'reading-taken') readings.add(event.id);
      if (event.type === 'reading-withdrawn' && !readings.has(event.reading)) {
        const message = 'Expected the id of an earlier reading of this job.';
        context.addIssue({ code: 'custom', path: ['events', index, 'reading'], message });
      }
    });
  });

export type JobFile = z.infer<typeof jobFileSchema>;
