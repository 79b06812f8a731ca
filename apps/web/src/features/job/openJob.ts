import type { Technician } from '@grim-lantern/contract';
import type { ForeseenOutcome, JobEvent, LedgerReading, Test } from '@grim-lantern/core';
import { createContext, use } from 'react';
import type { JobFacts } from '../../data/jobs';
import type { Diagnosis } from '../../session/useDiagnosis';
import type { Question } from './CustomerPanel';

/** The job that is open: what it is about, what was entered, and what that says. */
export interface OpenJob extends Pick<Extract<JobFacts, { status: 'ready' }>, 'summary' | 'circuit'> {
  readonly jobId: string;
  readonly events: readonly JobEvent[];
  readonly diagnosis: Diagnosis;
  readonly technicians: readonly Technician[];
}

/** What a part of the job's page may ask of the page around it. */
export interface Workbench {
  /** Puts a reading right. */
  readonly correct: (reading: LedgerReading) => void;
  /** Shows on the map what an outcome would leave; null for what is left now. */
  readonly hold: (outcome: Pick<ForeseenOutcome, 'leaves'> | null) => void;
  /** Flags on the map where the probe goes. */
  readonly show: (test: Test | null) => void;
  /** Opens the entry of a reading at a point, or at one to be chosen. */
  readonly measure: (point: string | null) => void;
  readonly chooseKit: () => void;
  /** The place that the technician stays at; null for anywhere. */
  readonly pinned: string | null;
  readonly pin: (place: string | null) => void;
  /** What is to be asked of the customer. */
  readonly draft: Question;
  readonly ask: (question: Question) => void;
}

export const OpenJobContext = createContext<OpenJob | null>(null);
export const WorkbenchContext = createContext<Workbench | null>(null);

/** The job whose page this is part of. */
export function useOpenJob(): OpenJob {
  return within(use(OpenJobContext));
}

/** The page around a part of it. */
export function useWorkbench(): Workbench {
  return within(use(WorkbenchContext));
}

function within<T>(context: T | null): T {
  if (context === null) throw new Error('This is part of the page of a job.');
  return context;
}
