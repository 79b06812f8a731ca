import type { JobEvent } from './events';

export type ReadingTaken = Extract<JobEvent, { type: 'reading-taken' }>;

/** An event of a job as it stands. */
export interface Standing {
  readonly event: JobEvent;
  /** The readings whose place this one takes, oldest first; they stay in the record. */
  readonly replaced: readonly ReadingTaken[];
}

/**
 * A job's events with every correction in the place of the reading that it corrects: nobody goes to the vehicle for a correction,
 * and it says what was so when that was read. Of several of one reading the last stands. One that corrects nothing before it
 * stands where it is.
 */
export function standingEvents(events: readonly JobEvent[]): readonly Standing[] {
  /** By each reading: what was read first, and all that took its place, in order. */
  const chains = new Map<string, ReadingTaken[]>();
  for (const event of events) {
    if (event.type !== 'reading-taken') continue;
    const chain = event.corrects === undefined ? undefined : chains.get(event.corrects);
    chain?.push(event);
    chains.set(event.id, chain ?? [event]);
  }
  return events.flatMap((event): readonly Standing[] => {
    const chain = chains.get(event.id);
    if (chain === undefined) return [{ event, replaced: [] }];
    return chain[0] === event ? [{ event: chain.at(-1)!, replaced: chain.slice(0, -1) }] : [];
  });
}
