import type { Migration } from './migration';

/** Recordings of jobs: what they are and their overview in one row, their samples in pieces of a few megabytes. */
const statements = [
  `CREATE TABLE traces (
    workshop_id uuid NOT NULL,
    id uuid NOT NULL,
    job_id uuid NOT NULL,
    author_id uuid NOT NULL,
    at timestamptz NOT NULL,
    document jsonb NOT NULL,
    sha256 bytea NOT NULL,
    overview bytea NOT NULL,
    PRIMARY KEY (workshop_id, id),
    FOREIGN KEY (workshop_id, job_id) REFERENCES jobs,
    FOREIGN KEY (workshop_id, author_id) REFERENCES technicians
  )`,
  `CREATE INDEX traces_of_job ON traces (workshop_id, job_id, at)`,
  `CREATE TABLE trace_pieces (
    workshop_id uuid NOT NULL,
    trace_id uuid NOT NULL,
    piece integer NOT NULL,
    bytes bytea NOT NULL,
    PRIMARY KEY (workshop_id, trace_id, piece),
    FOREIGN KEY (workshop_id, trace_id) REFERENCES traces ON DELETE CASCADE
  )`,
  // They hardly shrink any more: stored as they are, without the time for trying.
  `ALTER TABLE trace_pieces ALTER COLUMN bytes SET STORAGE EXTERNAL`,
];

export const traces: Migration = {
  name: '0006-traces',
  statements,
};
