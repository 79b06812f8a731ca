import { AsyncLocalStorage } from 'node:async_hooks';
import type { Database } from './database';
import { openDatabase } from './database';
import { guardedRole } from './migrations/migration';

/** The workshop that whatever runs now works for. */
const scope = new AsyncLocalStorage<string>();

/** Runs what works for one workshop: through a guarded database it reaches that one's rows only. */
export function withinWorkshop<T>(workshopId: string, work: () => Promise<T>): Promise<T> {
  return scope.run(workshopId, work);
}

/** What is needed here of a connection of the pool. */
interface Connection {
  query(sql: string, values?: readonly string[]): Promise<unknown>;
  lanternWorkshop?: string;
}

/**
 * The same database behind its second wall: each connection takes on the guarded role, and works for the workshop of whoever
 * takes it out of the pool (`withinWorkshop`); outside of any it sees nothing. The schema must be the newest.
 */
export function openGuarded(url: string): Database {
  const database = openDatabase(url);
  const { sequelize } = database;
  sequelize.addHook('afterConnect', async (connection) => {
    await (connection as Connection).query(`SET ROLE ${guardedRole}`);
  });
  sequelize.addHook('afterPoolAcquire', async (taken) => {
    const connection = taken as Connection;
    const workshop = scope.getStore() ?? '';
    if (connection.lanternWorkshop === workshop) return;
    try {
      await connection.query("SELECT set_config('lantern.workshop', $1, false)", [workshop]);
      connection.lanternWorkshop = workshop;
    } catch (error) {
      // Nobody else gives back what was taken out for a query that never came.
      sequelize.connectionManager.releaseConnection(taken as object);
      throw error;
    }
  });
  return database;
}
