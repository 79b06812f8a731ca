import type { Migration } from './migration';
import { neverRemoved } from './migration';

/** Photos of a vehicle, of a place or a part on it, or of what was found in a job: small enough for one row each. */
export const photos: Migration = {
  name: '0013-photos',
  statements: [
    `CREATE TABLE photos (
      workshop_id uuid NOT NULL,
      id uuid NOT NULL,
      vehicle_id uuid NOT NULL,
      job_id uuid,
      author_id uuid NOT NULL,
      at timestamptz NOT NULL,
      document jsonb NOT NULL,
      sha256 bytea NOT NULL,
      bytes bytea NOT NULL,
      removed_at timestamptz,
      PRIMARY KEY (workshop_id, id),
      FOREIGN KEY (workshop_id, vehicle_id) REFERENCES vehicles (workshop_id, id),
      FOREIGN KEY (workshop_id, job_id) REFERENCES jobs (workshop_id, id),
      FOREIGN KEY (workshop_id, author_id) REFERENCES technicians (workshop_id, id)
    )`,
    `CREATE INDEX photos_of_vehicle ON photos (workshop_id, vehicle_id)`,
    neverRemoved('photos'),
  ],
};
