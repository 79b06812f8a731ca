import type { Circuit, FusePart, JobFact, JobState, TraceSide } from '@grim-lantern/core';
import type { Traces } from './useTraces';

/** What the traces of a job are given. */
export interface TracePanelProps extends Traces {
  readonly circuit: Circuit;
  readonly job: JobState;
  readonly record: ((fact: JobFact) => string) | null;
}

/** The fuse on show: the one chosen, else the first of the circuit. */
export function fuseOnShow(fuses: readonly FusePart[], chosen: string | null): FusePart | undefined {
  return fuses.find(({ id }) => id === chosen) ?? fuses[0];
}

/** What the sides are called. */
export const sideNames: Readonly<Record<TraceSide, string>> = {
  before: 'Before',
  after: 'After',
  left: 'Left',
  right: 'Right',
};
