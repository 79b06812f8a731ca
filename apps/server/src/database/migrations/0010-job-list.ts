import type { Migration } from './migration';

/** What the list of jobs shows, kept with each job, so that a list is one query and no log is read for it. */
export const jobList: Migration = {
  name: '0010-job-list',
  statements: [
    `ALTER TABLE jobs
      ADD COLUMN stage text NOT NULL DEFAULT 'searching',
      -- To the millisecond, as the page's cursor names it.
      ADD COLUMN last_at timestamptz(3) NOT NULL DEFAULT now(),
      ADD COLUMN authors uuid[] NOT NULL DEFAULT '{}',
      ADD COLUMN archived_at timestamptz,
      ADD COLUMN standing jsonb,
      ADD COLUMN standing_sequence integer NOT NULL DEFAULT 0`,
    `UPDATE jobs j SET last_at = e.last_at, authors = e.authors FROM (
      SELECT workshop_id, job_id, max(received_at) AS last_at, array_agg(DISTINCT author_id) AS authors
        FROM job_events GROUP BY workshop_id, job_id) e
      WHERE e.workshop_id = j.workshop_id AND e.job_id = j.id`,
    // Of a job from before, what its last event of this kind says; the next one works it out anew.
    `UPDATE jobs j SET stage = e.stage FROM (
      SELECT DISTINCT ON (workshop_id, job_id) workshop_id, job_id, CASE body->>'type'
          WHEN 'job-closed' THEN CASE WHEN (body->>'proven')::boolean THEN 'proven' ELSE 'closed unproven' END
          WHEN 'customer-asked' THEN 'waiting for the customer'
          WHEN 'repair-done' THEN 'repaired'
          WHEN 'cause-found' THEN 'cause found'
          ELSE 'searching' END AS stage
        FROM job_events
        WHERE body->>'type' IN ('job-closed', 'job-reopened', 'customer-asked', 'repair-done', 'cause-found')
        ORDER BY workshop_id, job_id, sequence DESC) e
      WHERE e.workshop_id = j.workshop_id AND e.job_id = j.id`,
    `DROP INDEX jobs_newest_first`,
    `CREATE INDEX jobs_by_opening ON jobs (workshop_id, opened_at DESC, id)`,
    `CREATE INDEX jobs_by_work ON jobs (workshop_id, last_at DESC, id)`,
  ],
};
