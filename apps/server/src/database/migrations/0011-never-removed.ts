import type { Migration } from './migration';
import { neverRemoved } from './migration';

/** Jobs, what was entered in them, circuits, and what was found out about relays: the database itself removes none. */
export const logsStay: Migration = {
  name: '0011-never-removed',
  statements: [
    `DROP TRIGGER job_events_only_grow ON job_events`,
    `CREATE TRIGGER job_events_only_grow BEFORE UPDATE ON job_events EXECUTE FUNCTION refuse_change()`,
    ...['job_events', 'jobs', 'circuits', 'relay_entries'].map(neverRemoved),
  ],
};
