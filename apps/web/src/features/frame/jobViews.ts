import type { WorkStep } from '@grim-lantern/core';

/** The view in which each step of the work is done. */
export const viewOfStep = {
  heard: 'story',
  seen: 'symptoms',
  measured: 'next',
  alone: 'next',
  repaired: 'repair',
  proven: 'repair',
} as const satisfies Readonly<Record<WorkStep, string>>;

/** The views for what one holds in the hand, whatever the step. */
export const inHand = [
  { id: 'fuses', name: 'Fuse box' },
  { id: 'relay', name: 'Relay' },
  { id: 'modules', name: 'Module' },
  { id: 'traces', name: 'Recording' },
] as const;

export type JobView = (typeof viewOfStep)[WorkStep] | (typeof inHand)[number]['id'];

const views: readonly JobView[] = [...Object.values(viewOfStep), ...inHand.map(({ id }) => id)];

/** The view that an address names; the search where it names none. */
export function jobViewOf(name: string | undefined): JobView {
  return views.find((each) => each === name) ?? 'next';
}

/** The address of a drawing; where it is opened from a job, there is a way back to it. */
export function drawingPath(vehicleId: string, circuitId: string, jobId: string | null = null): string {
  return `/vehicles/${vehicleId}/circuits/${circuitId}${jobId === null ? '' : `?job=${jobId}`}`;
}

/** The address of a job, and of a view of it. */
export function jobPath(jobId: string, view: JobView | 'report' = 'next'): string {
  return view === 'next' ? `/jobs/${jobId}` : `/jobs/${jobId}/${view}`;
}
