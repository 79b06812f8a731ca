import type { Migration } from './migration';
import { neverRemoved } from './migration';

/** Earlier rows of a table are written down by the database itself: no way of changing one can forget it. */
const remembered = (table: string) =>
  `CREATE TRIGGER ${table}_remembered BEFORE UPDATE ON ${table} FOR EACH ROW EXECUTE FUNCTION remember_version()`;

/**
 * Boxes and vehicles are changed by people at once: each change names the version that it changes, and what was there before stays,
 * with who wrote it and when. A box that is removed is marked, not deleted. What a technician knows a vehicle by is kept with it.
 */
export const versions: Migration = {
  name: '0009-versions',
  statements: [
    `CREATE TABLE earlier_versions (
      workshop_id uuid NOT NULL REFERENCES workshops,
      of_table text NOT NULL,
      id uuid NOT NULL,
      version integer NOT NULL,
      content jsonb NOT NULL,
      PRIMARY KEY (workshop_id, of_table, id, version)
    )`,
    `ALTER TABLE fuse_centres
      ADD COLUMN version integer NOT NULL DEFAULT 1,
      ADD COLUMN author_id uuid,
      ADD COLUMN saved_at timestamptz NOT NULL DEFAULT now(),
      ADD COLUMN removed_at timestamptz,
      ADD FOREIGN KEY (workshop_id, author_id) REFERENCES technicians`,
    `ALTER TABLE vehicles
      ADD COLUMN version integer NOT NULL DEFAULT 1,
      ADD COLUMN author_id uuid,
      ADD COLUMN saved_at timestamptz NOT NULL DEFAULT now(),
      ADD COLUMN plate text NOT NULL DEFAULT '',
      ADD COLUMN vin text NOT NULL DEFAULT '',
      ADD COLUMN mileage_km double precision CHECK (mileage_km >= 0),
      ADD COLUMN notes text NOT NULL DEFAULT '',
      ADD COLUMN archived_at timestamptz,
      ADD FOREIGN KEY (workshop_id, author_id) REFERENCES technicians`,
    `CREATE FUNCTION remember_version() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO earlier_versions (workshop_id, of_table, id, version, content)
          VALUES (OLD.workshop_id, TG_TABLE_NAME, OLD.id, OLD.version, to_jsonb(OLD));
        NEW.version := OLD.version + 1;
        NEW.saved_at := now();
        RETURN NEW;
      END $$`,
    remembered('fuse_centres'),
    remembered('vehicles'),
    neverRemoved('fuse_centres'),
    neverRemoved('vehicles'),
    `CREATE TRIGGER earlier_versions_only_grow BEFORE UPDATE OR DELETE OR TRUNCATE ON earlier_versions
      EXECUTE FUNCTION refuse_change()`,
  ],
};
