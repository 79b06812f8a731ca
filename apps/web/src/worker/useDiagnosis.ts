import type { Assessment, Circuit, JobEvent, JobState, ProposedAction } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { coreClient } from './coreClient';

/** What the core says of a job; the plan takes longer than the suspicion and arrives after it. */
export interface Diagnosis {
  readonly job: JobState;
  readonly assessment: Assessment;
  /** Null while it is being worked out. */
  readonly actions: readonly ProposedAction[] | null;
}

/**
 * Suspicion and plan of a job, worked out in the worker; null until the first is there.
 * @param depth - `assess` leaves the plan out, for lists
 */
export function useDiagnosis(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  depth: 'assess' | 'plan' = 'plan',
): Diagnosis | null {
  const [diagnosis, setDiagnosis] = useState<Diagnosis | null>(null);
  useEffect(() => {
    let current = true;
    const work = async () => {
      const core = coreClient();
      const { job, assessment } = await core.assess(circuitId, circuit, events);
      if (!current) return;
      setDiagnosis({ job, assessment, actions: null });
      if (depth === 'assess') return;
      const actions = await core.plan(circuitId, circuit, events);
      if (current) setDiagnosis({ job, assessment, actions });
    };
    void work();
    return () => {
      current = false;
    };
  }, [circuitId, circuit, events, depth]);
  return diagnosis;
}
