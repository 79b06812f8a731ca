import type { Migration } from './migration';
import { guarded, guardedRole } from './migration';

/** Makes the role where it is missing, and lets the account that asks take it on. */
export const makeGuardedRole = `DO $$ BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '${guardedRole}') THEN
    CREATE ROLE ${guardedRole} NOLOGIN;
  END IF;
  IF NOT pg_has_role(current_user, '${guardedRole}', 'MEMBER') THEN
    GRANT ${guardedRole} TO CURRENT_USER;
  END IF;
EXCEPTION
  -- Another database of the same server makes it at this moment.
  WHEN duplicate_object OR unique_violation THEN NULL;
END $$`;

/** Tables of which each row is one workshop's. */
const owned = [
  'technicians',
  'vehicles',
  'circuits',
  'jobs',
  'job_events',
  'fuse_centres',
  'relay_entries',
  'traces',
  'trace_pieces',
  'photos',
  'devices',
  'device_people',
  'sessions',
  'links',
  'report_links',
  'audit_lines',
  'earlier_versions',
];

/**
 * A second wall between workshops, beside the condition in every query: under the guarded role the database itself shows and takes
 * only rows of the workshop that the connection works for; without one, none.
 */
export const guardedRows: Migration = {
  name: '0014-guarded-rows',
  statements: [
    makeGuardedRole,
    `GRANT USAGE ON SCHEMA public TO ${guardedRole}`,
    `CREATE FUNCTION workshop_in_scope() RETURNS uuid LANGUAGE sql STABLE PARALLEL SAFE
      AS $$ SELECT nullif(current_setting('lantern.workshop', true), '')::uuid $$`,
    ...guarded('workshops', 'id'),
    ...owned.flatMap((table) => guarded(table)),
  ],
};
