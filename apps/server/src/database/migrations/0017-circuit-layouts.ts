import type { Migration } from './migration';
import { guarded } from './migration';

/** Where the parts and wires of a circuit are drawn: worked out from it, and worked out again where it is lost. */
export const circuitLayouts: Migration = {
  name: '0017-circuit-layouts',
  statements: [
    `CREATE TABLE circuit_layouts (
      workshop_id uuid NOT NULL,
      circuit_id uuid NOT NULL,
      layout jsonb NOT NULL,
      PRIMARY KEY (workshop_id, circuit_id),
      FOREIGN KEY (workshop_id, circuit_id) REFERENCES circuits
    )`,
    ...guarded('circuit_layouts'),
  ],
};
