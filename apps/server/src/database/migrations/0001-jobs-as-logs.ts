import type { Migration } from './migration';

/**
 * Every table carries its workshop's id, and every key begins with it, so that the schema can be partitioned by
 * workshop as it stands. A job is its events; `jobs.last_sequence` is the only thing that ever changes.
 */
const statements = [
  `CREATE TABLE workshops (
    id uuid PRIMARY KEY,
    name text NOT NULL CHECK (name <> '')
  )`,
  `CREATE TABLE technicians (
    workshop_id uuid NOT NULL REFERENCES workshops,
    id uuid NOT NULL,
    name text NOT NULL CHECK (name <> ''),
    PRIMARY KEY (workshop_id, id)
  )`,
  `CREATE TABLE vehicles (
    workshop_id uuid NOT NULL REFERENCES workshops,
    id uuid NOT NULL,
    name text NOT NULL CHECK (name <> ''),
    service text NOT NULL,
    PRIMARY KEY (workshop_id, id)
  )`,
  `CREATE TABLE circuits (
    workshop_id uuid NOT NULL,
    id uuid NOT NULL,
    vehicle_id uuid NOT NULL,
    name text NOT NULL CHECK (name <> ''),
    document jsonb NOT NULL,
    PRIMARY KEY (workshop_id, id),
    FOREIGN KEY (workshop_id, vehicle_id) REFERENCES vehicles
  )`,
  `CREATE TABLE jobs (
    workshop_id uuid NOT NULL,
    id uuid NOT NULL,
    vehicle_id uuid NOT NULL,
    circuit_id uuid NOT NULL,
    title text NOT NULL CHECK (title <> ''),
    opened_at timestamptz NOT NULL,
    last_sequence integer NOT NULL DEFAULT 0 CHECK (last_sequence >= 0),
    PRIMARY KEY (workshop_id, id),
    FOREIGN KEY (workshop_id, vehicle_id) REFERENCES vehicles,
    FOREIGN KEY (workshop_id, circuit_id) REFERENCES circuits
  )`,
  `CREATE INDEX jobs_newest_first ON jobs (workshop_id, opened_at DESC)`,
  `CREATE TABLE job_events (
    workshop_id uuid NOT NULL,
    job_id uuid NOT NULL,
    sequence integer NOT NULL CHECK (sequence > 0),
    id uuid NOT NULL,
    author_id uuid NOT NULL,
    received_at timestamptz NOT NULL DEFAULT now(),
    body jsonb NOT NULL,
    PRIMARY KEY (workshop_id, job_id, sequence),
    UNIQUE (workshop_id, id),
    FOREIGN KEY (workshop_id, job_id) REFERENCES jobs,
    FOREIGN KEY (workshop_id, author_id) REFERENCES technicians
  )`,
];

export const jobsAsLogs: Migration = {
  name: '0001-jobs-as-logs',
  statements,
};
