import type { Circuit } from '../circuit/circuit';
import { partIdOf } from '../circuit/terminalRef';
import { createPredictor } from '../inference/predictor';
import type { JobEvent } from './events';
import type { JobState } from './foldJob';
import { unreadPins } from './moduleChecklist';
import { proofPairs } from './proof';
import { stillApart } from './putBack';

/**
 * What in the order of work forbids an event now: one sentence, or null where nothing does. A module is judged last; a
 * repair wants a cause; proof wants the same measurement again; closing without it wants a reason.
 */
export function outOfOrder(circuit: Circuit, job: JobState, event: JobEvent): string | null {
  switch (event.type) {
    case 'cause-found': {
      const [unread] = unreadPins(createPredictor(circuit, []), job, event.suspect);
      return unread === undefined
        ? null
        : `Read or knowingly skip the supplies and grounds of ${partIdOf(unread.terminal)} before it is named as the cause.`;
    }
    case 'repair-done':
      return job.cause === null ? 'Record the cause before its repair.' : null;
    case 'customer-answered':
      return job.customer.at(-1)?.answer === null ? null : 'Nothing is waiting for the customer’s answer.';
    case 'job-closed': {
      if (!event.proven) return event.why.trim() === '' ? 'Say why it is closed unproven.' : null;
      if (job.repair === null) return 'Record the repair before it is proven.';
      const proven = proofPairs(createPredictor(circuit, []), job).some(({ proves }) => proves);
      if (!proven) return 'Take the measurement that showed the fault again: it is proven by that.';
      const apart = stillApart(circuit, job).map(({ words }) => words);
      return apart.length === 0
        ? null
        : `Put everything back before it is closed as proven: ${apart.join(' ')}`;
    }
    case 'complaint-set':
    case 'circuit-followed':
    case 'state-set':
    case 'reading-taken':
    case 'reading-withdrawn':
    case 'point-refused':
    case 'point-allowed':
    case 'checklist-skipped':
    case 'strip-refitted':
    case 'current-read':
    case 'customer-asked':
    case 'job-reopened':
      return null;
  }
}
