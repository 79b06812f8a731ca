import { readFileSync } from 'node:fs';
import { once } from 'node:events';
import { createServer as createPlainServer } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import type { Logger } from 'pino';
import { createApp } from './app';
import type { Config } from './config/config';
import { openDatabase } from './database/database';
import { openGuarded } from './database/guarded';
import { migrate } from './database/migrate';
import { findDemo, loadDemo } from './demo/demo';
import { createPool } from './work/pool';

/** A server that answers. */
export interface Running {
  /** What was done before it could, a line each. */
  readonly steps: readonly string[];
  /** Takes no more requests, and closes once those that it has are answered. */
  readonly stop: () => Promise<void>;
}

/**
 * Migrates, gives an empty database the demo where there is one, and serves.
 * @param worker - the built `worker.js`
 * @throws {Error} where the database cannot be used, or the port cannot be listened on
 */
export async function startServer(config: Config, worker: string, logger: Logger): Promise<Running> {
  const database = openDatabase(config.DATABASE_URL);
  const done = await migrate(database);
  const guarded = openGuarded(config.DATABASE_URL);
  const demo = config.DEMO_ROOT;
  const loaded = demo === undefined ? 0 : await loadDemo(database, demo);
  const work = createPool(worker);
  // By itself: what people wait for never waits for a drawing.
  const drawing = createPool(worker, 1);
  const app = createApp({
    database,
    guarded,
    work,
    drawing,
    access: {
      demoWorkshopId: demo === undefined || !isLoopback(config.HOST) ? null : await findDemo(database, demo),
      setupToken: config.SETUP_TOKEN ?? null,
    },
    ...(config.BACKUP_FOLDER === undefined ? {} : { backupFolder: config.BACKUP_FOLDER }),
    hosts: [config.HOST, ...config.ALLOWED_HOSTS],
    proxies: config.PROXIES,
    logger,
    ...(config.WEB_ROOT === undefined ? {} : { webRoot: config.WEB_ROOT }),
  });
  const server = listener(config, app);
  // A recording of 256 MB over a workshop's slow network; a client that only keeps a line open is cut off.
  server.requestTimeout = 10 * 60_000;
  server.headersTimeout = 15_000;
  server.listen(config.PORT, config.HOST);
  await once(server, 'listening').catch((error: unknown) => {
    const why = error instanceof Error ? error.message : String(error);
    throw new Error(`The server cannot listen on port ${config.PORT}: ${why}`, { cause: error });
  });
  return {
    steps: [
      done.length === 0 ? 'database up to date' : `migrated: ${done.join(', ')}`,
      ...(loaded > 0 ? [`demo loaded: ${loaded} jobs`] : []),
    ],
    async stop() {
      const closed = once(server, 'close');
      server.close();
      server.closeIdleConnections();
      // Long polls and lines that are kept open do not hold the workshop up.
      const patience = setTimeout(() => server.closeAllConnections(), 2000);
      await closed;
      clearTimeout(patience);
      await Promise.all([database.close(), guarded.close(), work.close(), drawing.close()]);
    },
  };
}

function listener({ TLS_CERT, TLS_KEY }: Config, app: ReturnType<typeof createApp>) {
  if (TLS_CERT === undefined || TLS_KEY === undefined) return createPlainServer(app);
  return createTlsServer({ cert: readFileSync(TLS_CERT), key: readFileSync(TLS_KEY) }, app);
}

const isLoopback = (host: string) => /^(127\.|localhost$|::1$)/.test(host);
