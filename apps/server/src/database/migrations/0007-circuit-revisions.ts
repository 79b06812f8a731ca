import type { Migration } from './migration';

/** A circuit is changed by a revision that follows it: one at most, so that two people cannot part ways unseen. */
const statements = [
  `ALTER TABLE circuits
    ADD COLUMN follows uuid,
    ADD COLUMN source text,
    ADD COLUMN author_id uuid,
    ADD COLUMN drawn_at timestamptz,
    ADD COLUMN why text,
    ADD FOREIGN KEY (workshop_id, follows) REFERENCES circuits,
    ADD FOREIGN KEY (workshop_id, author_id) REFERENCES technicians`,
  `CREATE UNIQUE INDEX circuits_followed_once ON circuits (workshop_id, follows) WHERE follows IS NOT NULL`,
];

export const circuitRevisions: Migration = {
  name: '0007-circuit-revisions',
  statements,
};
