/** The views of one job, in the order of the work. */
export const jobViews = [
  { id: 'story', name: 'Story' },
  { id: 'symptoms', name: 'Symptoms' },
  { id: 'modules', name: 'Modules' },
  { id: 'fuses', name: 'Fuses' },
  { id: 'relay', name: 'Relay' },
  { id: 'traces', name: 'Traces' },
  { id: 'next', name: 'Next' },
  { id: 'repair', name: 'Repair' },
] as const;

export type JobView = (typeof jobViews)[number]['id'];

/** The view that an address names; Next where it names none. */
export function jobViewOf(name: string | undefined): JobView {
  return jobViews.find(({ id }) => id === name)?.id ?? 'next';
}
