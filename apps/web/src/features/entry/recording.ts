import type { JobFact } from '@grim-lantern/core';
import { createContext, use } from 'react';

/** Enters a fact into the job that is open. @returns the id of its event */
export type Recording = (fact: JobFact) => string;

/** What enters facts into the job below; null where nothing can be entered now. */
export const RecordingContext = createContext<Recording | null>(null);

/** What enters facts into the job that is open; null while nobody has said who they are, or what was entered last is not weighed yet. */
export function useRecording(): Recording | null {
  return use(RecordingContext);
}
