import type { Migration } from './migration';

/**
 * Who may sign in, where they are signed in, and who did what. A token itself is never stored, only its SHA-256; a password or a
 * PIN only as its argon2id hash.
 */
export const signIn: Migration = {
  name: '0008-sign-in',
  statements: [
    `ALTER TABLE workshops ADD COLUMN currency text NOT NULL DEFAULT 'EUR' CHECK (currency ~ '^[A-Z]{3}$')`,
    `ALTER TABLE technicians
      ADD COLUMN role text NOT NULL DEFAULT 'technician' CHECK (role IN ('owner', 'technician', 'apprentice')),
      ADD COLUMN active boolean NOT NULL DEFAULT true,
      ADD COLUMN login text,
      ADD COLUMN password_hash text,
      ADD COLUMN pin_hash text,
      ADD COLUMN totp_secret text,
      ADD COLUMN totp_step bigint NOT NULL DEFAULT 0,
      ADD COLUMN failures integer NOT NULL DEFAULT 0,
      ADD COLUMN locked_until timestamptz`,
    `CREATE UNIQUE INDEX technicians_by_login ON technicians (login) WHERE login IS NOT NULL`,
    // A workshop from before has nobody to ask: its first person by name owns it.
    `UPDATE technicians SET role = 'owner' WHERE (workshop_id, id) IN (
      SELECT DISTINCT ON (workshop_id) workshop_id, id FROM technicians ORDER BY workshop_id, name, id)`,
    `CREATE TABLE devices (
      workshop_id uuid NOT NULL REFERENCES workshops,
      token_hash bytea NOT NULL,
      shared boolean NOT NULL DEFAULT false,
      PRIMARY KEY (workshop_id, token_hash)
    )`,
    // Who has signed in there: what they entered is sent for them when another holds the tablet.
    `CREATE TABLE device_people (
      workshop_id uuid NOT NULL,
      token_hash bytea NOT NULL,
      person_id uuid NOT NULL,
      PRIMARY KEY (workshop_id, token_hash, person_id),
      FOREIGN KEY (workshop_id, token_hash) REFERENCES devices,
      FOREIGN KEY (workshop_id, person_id) REFERENCES technicians
    )`,
    `CREATE TABLE sessions (
      workshop_id uuid NOT NULL,
      token_hash bytea NOT NULL,
      person_id uuid NOT NULL,
      device_hash bytea NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now(),
      seen_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (workshop_id, token_hash),
      FOREIGN KEY (workshop_id, person_id) REFERENCES technicians,
      FOREIGN KEY (workshop_id, device_hash) REFERENCES devices
    )`,
    `CREATE UNIQUE INDEX sessions_by_token ON sessions (token_hash)`,
    `CREATE TABLE links (
      workshop_id uuid NOT NULL,
      token_hash bytea NOT NULL,
      person_id uuid NOT NULL,
      expires_at timestamptz NOT NULL,
      PRIMARY KEY (workshop_id, token_hash),
      FOREIGN KEY (workshop_id, person_id) REFERENCES technicians
    )`,
    `CREATE UNIQUE INDEX links_by_token ON links (token_hash)`,
    `CREATE TABLE audit_lines (
      workshop_id uuid NOT NULL REFERENCES workshops,
      number bigint GENERATED ALWAYS AS IDENTITY,
      at timestamptz NOT NULL DEFAULT now(),
      person_id uuid NOT NULL,
      what text NOT NULL,
      about text NOT NULL,
      about_person_id uuid,
      address text NOT NULL,
      PRIMARY KEY (workshop_id, number),
      FOREIGN KEY (workshop_id, person_id) REFERENCES technicians,
      FOREIGN KEY (workshop_id, about_person_id) REFERENCES technicians
    )`,
    `CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN RAISE EXCEPTION '% only grows', TG_TABLE_NAME; END $$`,
    `CREATE TRIGGER audit_lines_only_grow BEFORE UPDATE OR DELETE OR TRUNCATE ON audit_lines
      EXECUTE FUNCTION refuse_change()`,
    `CREATE TRIGGER job_events_only_grow BEFORE UPDATE OR TRUNCATE ON job_events EXECUTE FUNCTION refuse_change()`,
  ],
};
