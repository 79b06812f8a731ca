import { Sequelize } from 'sequelize';
import { defineModels } from './models';
import type { Models } from './models';

/** A connected database, its tables as models. */
export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  close(): Promise<void>;
}

/** @param url - `postgres://user@host:port/name` */
export function openDatabase(url: string): Database {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 10, acquire: 4000, idle: 10_000 },
    dialectOptions: {
      connectionTimeoutMillis: 2000,
      // No request holds others up for longer, whatever it asks.
      statement_timeout: 30_000,
      lock_timeout: 10_000,
      idle_in_transaction_session_timeout: 60_000,
    },
  });
  return { sequelize, models: defineModels(sequelize), close: () => sequelize.close() };
}
