import type { Transaction } from 'sequelize';
import { Umzug } from 'umzug';
import type { Database } from './database';
import type { Migration } from './migrations/migration';
import { migrations as ours } from './migrations/migrations';

/** Any number that nothing else in this database locks. */
const migrationLock = 7_180_000_001;

/**
 * Brings the schema to the newest migration. All or nothing, one server at a time: another that starts meanwhile waits, then
 * finds it done. There is no way back but a backup.
 * @returns the names of the migrations done now
 * @throws {Error} where the database is of a newer version than this program
 */
export function migrate(
  { sequelize }: Pick<Database, 'sequelize'>,
  migrations: readonly Migration[] = ours,
): Promise<readonly string[]> {
  return sequelize.transaction(async (transaction) => {
    const query = (sql: string, bind: Record<string, unknown> = {}) =>
      sequelize.query(sql, { transaction, bind });
    await query('SELECT pg_advisory_xact_lock($lock)', { lock: migrationLock });
    await query(
      'CREATE TABLE IF NOT EXISTS schema_migrations (name text PRIMARY KEY, done_at timestamptz NOT NULL DEFAULT now())',
    );
    const [rows] = await query('SELECT name FROM schema_migrations ORDER BY name');
    const done = (rows as { name: string }[]).map(({ name }) => name);
    const unknown = done.filter((name) => !migrations.some((each) => each.name === name));
    if (unknown.length > 0) {
      throw new Error(
        `The database is of a newer version than this program (${unknown.join(', ')}). Nothing was changed: start the newer version, or restore a backup of this one.`,
      );
    }
    const umzug = new Umzug({
      migrations: migrations.map(({ name, statements }) => ({
        name,
        async up({ context }: { context: Transaction }) {
          for (const statement of statements) await sequelize.query(statement, { transaction: context });
        },
      })),
      context: transaction,
      logger: undefined,
      storage: {
        logMigration: async ({ name }) =>
          void (await query('INSERT INTO schema_migrations (name) VALUES ($name)', { name })),
        unlogMigration: () => Promise.reject(new Error('A migration is never undone.')),
        executed: () => Promise.resolve(done),
      },
    });
    return (await umzug.up()).map(({ name }) => name);
  });
}
