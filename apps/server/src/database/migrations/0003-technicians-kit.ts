import type { Migration } from './migration';

/** What a technician has to hand and likes to work with; null until it is chosen. */
export const techniciansKit: Migration = {
  name: '0003-technicians-kit',
  statements: [`ALTER TABLE technicians ADD COLUMN kit jsonb`],
};
