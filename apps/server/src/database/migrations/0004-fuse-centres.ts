import type { Migration } from './migration';

/** Boxes of fuses and relays, one document each; and what a vehicle may draw at rest, from which battery. */
const statements = [
  `ALTER TABLE vehicles ADD COLUMN rest_limit_amps double precision NOT NULL DEFAULT 0.05 CHECK (rest_limit_amps > 0)`,
  `ALTER TABLE vehicles ADD COLUMN battery_amp_hours double precision NOT NULL DEFAULT 70 CHECK (battery_amp_hours > 0)`,
  `CREATE TABLE fuse_centres (
    workshop_id uuid NOT NULL,
    id uuid NOT NULL,
    vehicle_id uuid NOT NULL,
    document jsonb NOT NULL,
    PRIMARY KEY (workshop_id, id),
    FOREIGN KEY (workshop_id, vehicle_id) REFERENCES vehicles
  )`,
  `CREATE INDEX fuse_centres_of_vehicle ON fuse_centres (workshop_id, vehicle_id)`,
];

export const fuseCentres: Migration = {
  name: '0004-fuse-centres',
  statements,
};
