import type { Migration } from './migration';

/** What a technician has to hand and likes to work with; null until it is chosen. */
export const techniciansKit: Migration = {
  name: '0003-technicians-kit',
  async up(sequelize) {
    await sequelize.query(`ALTER TABLE technicians ADD COLUMN kit jsonb`);
  },
};
