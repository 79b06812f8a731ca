import type { Migration } from './migration';

/** What was found out about the relay in each socket of a vehicle, entry by entry. */
const statements = [
  `CREATE TABLE relay_entries (
    workshop_id uuid NOT NULL,
    id uuid NOT NULL,
    vehicle_id uuid NOT NULL,
    author_id uuid NOT NULL,
    at timestamptz NOT NULL,
    document jsonb NOT NULL,
    PRIMARY KEY (workshop_id, id),
    FOREIGN KEY (workshop_id, vehicle_id) REFERENCES vehicles,
    FOREIGN KEY (workshop_id, author_id) REFERENCES technicians
  )`,
  `CREATE INDEX relay_entries_of_vehicle ON relay_entries (workshop_id, vehicle_id, at)`,
];

export const relayEntries: Migration = {
  name: '0005-relay-entries',
  statements,
};
