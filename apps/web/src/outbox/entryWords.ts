import { instrumentById } from '@grim-lantern/core';
import type { JobEvent } from '@grim-lantern/core';

const names: Readonly<Record<JobEvent['type'], string>> = {
  'complaint-set': 'Complaint',
  'state-set': 'State of the vehicle',
  'reading-taken': 'Reading',
  'reading-withdrawn': 'Reading withdrawn',
  'circuit-followed': 'Newer drawing of the circuit',
  'point-refused': 'Point that cannot be reached',
  'point-allowed': 'Point that can be reached after all',
  'checklist-skipped': 'Checklist skipped',
  'strip-refitted': 'Trim put back',
  'current-read': 'Current',
  'customer-asked': 'Customer asked',
  'customer-answered': 'Customer’s answer',
  'cause-found': 'Cause',
  'repair-done': 'Repair',
  'job-closed': 'Job closed',
  'job-reopened': 'Job opened again',
};

/** What an entry is, without its circuit: that may not be at hand. */
export function entryWords(event: JobEvent): string {
  const name = names[event.type];
  if (event.type === 'reading-taken') {
    return `${name}: ${instrumentById(event.test.instrument).name} at ${event.test.at}, “${event.typed}”`;
  }
  if (event.type === 'current-read') return `${name}: ${event.amps} A`;
  return 'text' in event && event.text !== '' ? `${name}: “${event.text}”` : name;
}
