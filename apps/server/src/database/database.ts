import { Sequelize } from 'sequelize';
import { Umzug } from 'umzug';
import { migrations } from './migrations/migrations';
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
    dialectOptions: { connectionTimeoutMillis: 2000 },
  });
  return { sequelize, models: defineModels(sequelize), close: () => sequelize.close() };
}

/** Brings the schema to the newest migration; those done before are not done again. */
export async function migrate({ sequelize }: Database): Promise<readonly string[]> {
  const umzug = new Umzug({
    migrations: migrations.map(({ name, up }) => ({ name, up: () => up(sequelize) })),
    logger: undefined,
    storage: {
      async logMigration({ name }) {
        await sequelize.query('INSERT INTO schema_migrations (name) VALUES ($name)', { bind: { name } });
      },
      async unlogMigration({ name }) {
        await sequelize.query('DELETE FROM schema_migrations WHERE name = $name', { bind: { name } });
      },
      async executed() {
        await sequelize.query(
          'CREATE TABLE IF NOT EXISTS schema_migrations (name text PRIMARY KEY, done_at timestamptz NOT NULL DEFAULT now())',
        );
        const [rows] = await sequelize.query('SELECT name FROM schema_migrations ORDER BY name');
        return (rows as { name: string }[]).map(({ name }) => name);
      },
    },
  });
  const done = await umzug.up();
  return done.map(({ name }) => name);
}
