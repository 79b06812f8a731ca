import type { Circuit, JobEvent } from '@grim-lantern/core';
import type { JobChange } from './coreService';

/** A job as the page has it. */
export interface AskedJob {
  readonly circuitId: string;
  readonly circuit: Circuit;
  readonly events: readonly JobEvent[];
}

/**
 * Tells what a worker has not been told yet, so that nothing is sent to it twice: each circuit once, and of a job's events
 * those from the first on that is not the one that it has there. Each change must be sent, in the order told.
 */
export function changeTeller(): (job: AskedJob) => JobChange {
  const told = new Map<string, readonly JobEvent[]>();
  return ({ circuitId, circuit, events }) => {
    const before = told.get(circuitId);
    told.set(circuitId, events);
    if (before === undefined) return { circuitId, circuit, from: 0, events };
    const differs = events.findIndex((event, index) => event !== before[index]);
    const from = differs < 0 ? events.length : differs;
    return { circuitId, from, events: events.slice(from) };
  };
}
