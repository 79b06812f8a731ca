import { likelyAnswers, usualKit } from '@grim-lantern/core';
import type { Assessment, Circuit, JobEvent, JobState, Kit, ProposedAction } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { askCore, askPlanner } from './coreClient';
import type { Dossier } from './dossier';

/** What the core says of a job; the plan takes longer than the suspicion and arrives after it. */
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

/** So long a hand is busy with the probe before its answer is thought through, ms. */
const restBefore = 1200;

/**
 * While the probe is on its way: what the likely answers lead to, so that the states which the plan then asks about have
 * been solved. Whatever is entered first goes first.
 * @param prepare - sees to a few states of the plan after an answer; tells where to go on, or null
 */
async function thinkAhead(
  action: ProposedAction | undefined,
  prepare: (answer: JobEvent, from: number) => Promise<number | null>,
): Promise<void> {
  if (action === undefined) return;
  await new Promise((resolve) => setTimeout(resolve, restBefore));
  for (const answer of likelyAnswers(action)) {
    for (let from: number | null = 0; from !== null;) from = await prepare(answer, from);
  }
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
      const found = await askCore((core) => core.dossier(circuitId, circuit, events));
      tell({ ...found, events, actions: null });
      if (depth !== 'plan') return;
      const actions = await askPlanner(
        (core) => core.plan(circuitId, circuit, events, kit),
        () => current,
      );
      if (actions === null) return;
      tell({ ...found, events, actions });
      await thinkAhead(
        actions[0],
        (answer, from) =>
          askPlanner(
            (core) => core.prepare(circuitId, circuit, [...events, answer], kit, from),
            () => current,
          ),
        // What fails ahead of time fails again, and is told, when it is asked in earnest.
      ).catch(() => undefined);
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
