import type { Circuit } from '../circuit/circuit';
import { thingsOf } from '../faults/fault';
import { createPredictor } from '../suspicion/predictor';
import type { JobEvent } from './events';
import type { JobState } from './foldJob';
import { isListRead, moduleChecklist } from './moduleChecklist';
import { proofPairs } from './proof';

/**
 * What in the order of work forbids an event now: one sentence, or null where nothing does. A module is judged last; a
 * repair wants a cause; proof wants the same measurement again; closing without it wants a reason.
 */
export function outOfOrder(circuit: Circuit, job: JobState, event: JobEvent): string | null {
  switch (event.type) {
    case 'cause-found': {
      const unread = thingsOf(event.suspect).find((id) => !mayBeJudged(circuit, job, id));
      return unread === undefined
        ? null
        : `Read or knowingly skip the supplies and grounds of ${unread} before it is named as the cause.`;
    }
    case 'repair-done':
      return job.cause === null ? 'Record the cause before its repair.' : null;
    case 'customer-answered':
      return job.customer.at(-1)?.answer === null ? null : 'Nothing is waiting for the customer’s answer.';
    case 'job-closed': {
      if (!event.proven) return event.why.trim() === '' ? 'Say why it is closed unproven.' : null;
      if (job.repair === null) return 'Record the repair before it is proven.';
      const proven = proofPairs(createPredictor(circuit, []), job).some(({ proves }) => proves);
      return proven ? null : 'Take the measurement that showed the fault again: it is proven by that.';
    }
    case 'complaint-set':
    case 'state-set':
    case 'reading-taken':
    case 'reading-withdrawn':
    case 'point-refused':
    case 'point-allowed':
    case 'checklist-skipped':
    case 'current-read':
    case 'customer-asked':
    case 'job-reopened':
      return null;
  }
}

/** A module whose supplies and grounds are read, or knowingly skipped; anything else. */
function mayBeJudged(circuit: Circuit, job: JobState, id: string): boolean {
  const isModule = circuit.parts.some((part) => part.id === id && part.kind === 'module');
  if (!isModule || job.skipped[id] !== undefined) return true;
  return isListRead(moduleChecklist(createPredictor(circuit, []), job, id));
}
