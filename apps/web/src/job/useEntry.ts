import type { Circuit, JobEvent, JobFact } from '@grim-lantern/core';
import { useCallback, useState } from 'react';
import { askCore } from '../worker/coreClient';
import type { Doubt } from '../worker/coreService';
import { newId } from './useJob';

type Reading = Extract<JobFact, { type: 'reading-taken' }>;

/** An entry that no suspect explains, held back until the technician has looked again. */
export interface HeldEntry extends Doubt {
  readonly reading: Reading;
}

/** Longer than this no entry waits for a second opinion. */
const patience = 700;

/**
 * Takes readings: one that looks like a slip is questioned, once, and never refused. While the core is busy, readings
 * are taken as they come.
 */
export function useEntry(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  record: ((fact: JobFact) => string) | null,
) {
  const [held, setHeld] = useState<HeldEntry | null>(null);
  const enter = useCallback(
    (fact: JobFact) => {
      if (record === null || fact.type !== 'reading-taken') return record?.(fact) ?? '';
      const id = newId();
      const entry = { ...fact, id, author: '', at: new Date().toISOString() };
      const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), patience));
      const asked = askCore((core) => core.question(circuitId, circuit, events, entry));
      void Promise.race([asked, late])
        .catch(() => null)
        .then((doubt) => {
          if (doubt === null) record(fact);
          else setHeld({ ...doubt, reading: fact });
        });
      return id;
    },
    [circuitId, circuit, events, record],
  );
  return {
    enter: record === null ? null : enter,
    held,
    /** It is what the instrument showed. */
    keep: () => {
      if (held !== null) record?.(held.reading);
      setHeld(null);
    },
    drop: () => setHeld(null),
  };
}
