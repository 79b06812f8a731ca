import type { Migration } from './migration';

/** What an hour costs the customer, and from which price on a part or a strip is asked for first. */
const statements = [
  `ALTER TABLE workshops ADD COLUMN hourly_rate double precision NOT NULL DEFAULT 60 CHECK (hourly_rate >= 0)`,
  `ALTER TABLE workshops ADD COLUMN ask_from double precision NOT NULL DEFAULT 50 CHECK (ask_from >= 0)`,
];

export const workshopMoney: Migration = {
  name: '0002-workshop-money',
  statements,
};
