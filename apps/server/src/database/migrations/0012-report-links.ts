import type { Migration } from './migration';

/** The link that shows a customer the report of one job: one for each job, its token stored as a hash only. */
export const reportLinks: Migration = {
  name: '0012-report-links',
  statements: [
    `CREATE TABLE report_links (
      workshop_id uuid NOT NULL,
      job_id uuid NOT NULL,
      token_hash bytea NOT NULL UNIQUE,
      expires_at timestamptz NOT NULL,
      PRIMARY KEY (workshop_id, job_id),
      FOREIGN KEY (workshop_id, job_id) REFERENCES jobs (workshop_id, id)
    )`,
  ],
};
