import { instrumentById, pointWords } from '@grim-lantern/core';
import type { Circuit, JobEvent } from '@grim-lantern/core';

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

/** What an entry is. @param circuit - null where it is not at hand: points are then named as they are stored */
export function entryWords(event: JobEvent, circuit: Circuit | null): string {
  const name = names[event.type];
  if (event.type === 'reading-taken') {
    const at = circuit === null ? event.test.at : pointWords(circuit, event.test.at);
    return `${name}: ${instrumentById(event.test.instrument).name} at ${at}, “${event.typed}”`;
  }
  if (event.type === 'current-read') return `${name}: ${event.amps} A`;
  return 'text' in event && event.text !== '' ? `${name}: “${event.text}”` : name;
}
