import type { Circuit, FusePart, JobState, OperatingState, TraceSide } from '@grim-lantern/core';
import { cavityFill, fillWords } from '@grim-lantern/core';
import type { Traces } from './useTraces';

/** What the traces of a job are given. */
export interface TracePanelProps extends Traces {
  readonly circuit: Circuit;
  readonly job: JobState;
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

/** Where a healthy circuit draws less than this, amps, nothing should flow: no recording can be held against it. */
const leastAmps = 0.05;

/** Why no recording can be held against the circuit as it stands, in one sentence; null where one can. */
export function standsWrong(state: OperatingState, fuse: FusePart, expected: number | null): string | null {
  const fill = cavityFill(state, fuse.id);
  if (fill.kind !== 'fuse') {
    return `In the cavity of ${fuse.name} is no fuse now (${fillWords(fill)}): set the strip above to how the vehicle stood when it was recorded.`;
  }
  return expected === null || expected < leastAmps
    ? 'As the vehicle stands, a healthy circuit draws nothing there: set the strip above to how it stood when it was recorded.'
    : null;
}
