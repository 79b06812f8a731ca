import type { Migration } from './migration';

/** The units that a workshop measures wires in, the current at rest of a vehicle that is new to it, and names for its devices. */
export const unitsAndStations: Migration = {
  name: '0016-units-and-stations',
  statements: [
    `ALTER TABLE workshops
      ADD COLUMN lengths text NOT NULL DEFAULT 'm' CHECK (lengths IN ('m', 'ft')),
      ADD COLUMN sizes text NOT NULL DEFAULT 'mm²' CHECK (sizes IN ('mm²', 'AWG')),
      ADD COLUMN rest_limit_amps double precision NOT NULL DEFAULT 0.05 CHECK (rest_limit_amps > 0)`,
    `ALTER TABLE devices
      ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid(),
      ADD COLUMN name text NOT NULL DEFAULT ''`,
    `CREATE UNIQUE INDEX devices_by_id ON devices (workshop_id, id)`,
  ],
};
