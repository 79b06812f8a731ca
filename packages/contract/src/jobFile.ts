import { checkEvent, earlierReading, lastFollowed } from '@grim-lantern/core';
import type { Circuit, JobEvent } from '@grim-lantern/core';
import { z } from 'zod';
import { circuitSchema } from './circuit';
import { jobEventSchema } from './job';
import { technicianSchema, vehicleSchema } from './people';
import { moment, shortText, uuid } from './text';

/** Where a job comes from: what another installation needs to take it in whole. */
const originSchema = z.strictObject({
  jobId: uuid(),
  openedAt: moment,
  circuitId: uuid(),
  vehicle: vehicleSchema,
  technicians: z.array(technicianSchema).max(1000, 'Expected at most 1000 technicians.').readonly(),
});

const fields = {
  format: z.literal('grim-lantern/job'),
  version: z.literal(1),
  title: shortText,
  circuit: circuitSchema,
  events: z.array(jobEventSchema).max(10_000, 'Expected at most 10,000 events.').readonly(),
};

type Fitting = { readonly circuit: Circuit; readonly events: readonly JobEvent[] };

/**
 * What does not fit in the events of a whole job: every one fits the circuit, but for those before the job went on with this
 * revision of it; what is withdrawn or corrected has been read before.
 * @returns each flaw with its path below the events, such as `3.test.at`
 */
export function eventFlaws({ circuit, events }: Fitting): readonly { path: string; message: string }[] {
  const readings = new Set<string>();
  const followed = lastFollowed(events);
  return events.flatMap((event, index) => {
    const flaws = (index < followed ? [] : checkEvent(circuit, event)).map(({ path, message }) => ({
      path: `${index}.${path}`,
      message,
    }));
    const earlier = earlierReading(event);
    if (earlier !== null && !readings.has(earlier.id)) {
      const message = 'Expected the id of an earlier reading of this job.';
      flaws.push({ path: `${index}.${earlier.field}`, message });
    }
    if (event.type === 'reading-taken' || event.type === 'current-read') readings.add(event.id);
    return flaws;
  });
}

function fit(job: Fitting, context: z.RefinementCtx): void {
  for (const { path, message } of eventFlaws(job)) {
    const [index, ...field] = path.split('.');
    context.addIssue({ code: 'custom', path: ['events', Number(index), ...field], message });
  }
}

/** A job as one document: its circuit and its events, oldest first. Every event is checked against the circuit. */
export const jobFileSchema = z.strictObject({ ...fields, origin: originSchema.optional() }).superRefine(fit);

/** The same from an installation, so that another can take it in. */
export const portableJobSchema = z.strictObject({ ...fields, origin: originSchema }).superRefine(fit);

export type JobFile = z.infer<typeof jobFileSchema>;
export type PortableJob = z.infer<typeof portableJobSchema>;
