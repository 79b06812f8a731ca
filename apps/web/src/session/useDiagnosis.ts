import { likelyAnswers, usualKit } from '@grim-lantern/core';
import type {
  Assessment,
  Circuit,
  Dossier,
  JobEvent,
  JobState,
  Kit,
  ProposedAction,
} from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { askAboutJob } from './coreClient';

/** What the core says of a job; the plan takes longer than the posterior and arrives after it. */
export interface Diagnosis {
  /** What it rests on. */
  readonly events: readonly JobEvent[];
  readonly job: JobState;
  readonly assessment: Assessment;
  /** Null while it is being worked out. */
  readonly actions: readonly ProposedAction[] | null;
  readonly dossier: Dossier;
}

export type DiagnosisWork =
  | { readonly status: 'working' }
  /** The readings are safe; what they say could not be worked out. */
  | { readonly status: 'failed'; readonly why: string }
  | { readonly status: 'ready'; readonly diagnosis: Diagnosis };

/** So long one reads and reaches for the probe before the answers are thought through, ms. */
const restBefore = 4000;

/**
 * While the probe is on its way: the plans that the likely answers lead to.
 * @param prepare - works at the plan after an answer until it is made
 */
async function thinkAhead(
  action: ProposedAction | undefined,
  prepare: (answer: JobEvent) => Promise<void>,
): Promise<void> {
  if (action === undefined) return;
  await new Promise((resolve) => setTimeout(resolve, restBefore));
  for (const answer of likelyAnswers(action)) await prepare(answer);
}

/**
 * Suspicion and plan of a job, worked out in the worker. While the next one is worked out, the last one stands.
 * @param depth - `dossier` leaves the plan out, for reports
 */
export function useDiagnosis(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  depth: 'dossier' | 'plan' = 'plan',
  kit: Kit = usualKit,
): DiagnosisWork {
  const [work, setWork] = useState<DiagnosisWork>({ status: 'working' });
  useEffect(() => {
    let current = true;
    const tell = (diagnosis: Diagnosis) => {
      if (current) setWork({ status: 'ready', diagnosis });
    };
    const run = async () => {
      const asked = { circuitId, circuit, events };
      const found = await askAboutJob(asked, (core, change) => core.findings(change));
      tell({ ...found, events, actions: null });
      if (depth !== 'plan') return;
      // A little at a time: whatever else is asked meanwhile is answered in between.
      const prepare = async (answer: JobEvent | null) => {
        for (let more = true; more && current;) {
          more = await askAboutJob(asked, (core, change) => core.prepare(change, answer, kit));
        }
      };
      await prepare(null);
      if (!current) return;
      const actions = await askAboutJob(asked, (core, change) => core.plan(change, kit));
      tell({ ...found, events, actions });
      // What fails ahead of time fails again, and is told, when it is asked in earnest.
      await thinkAhead(actions[0], prepare).catch(() => undefined);
    };
    run().catch((error: unknown) => {
      if (current) setWork({ status: 'failed', why: error instanceof Error ? error.message : String(error) });
    });
    return () => {
      current = false;
    };
  }, [circuitId, circuit, events, depth, kit]);
  return work;
}
