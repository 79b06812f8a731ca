import { readFileSync } from 'node:fs';
import { createServer as createPlainServer } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app';
import { logLines } from './config/logLines';
import { readConfig } from './config/config';
import type { Config } from './config/config';
import { openDatabase } from './database/database';
import { openGuarded } from './database/guarded';
import { migrate } from './database/migrate';
import { findDemo, loadDemo } from './demo/demo';
import { createPool } from './work/pool';

/** Migrates, gives an empty database the demo where there is one, serves, until SIGTERM or SIGINT. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const logger = pino({ level: config.LOG_LEVEL }, logLines(process.stdout));
  const database = openDatabase(config.DATABASE_URL);
  const done = await migrate(database);
  const guarded = openGuarded(config.DATABASE_URL);
  const demo = config.DEMO_ROOT;
  const loaded = demo === undefined ? 0 : await loadDemo(database, demo);
  const worker = join(dirname(fileURLToPath(import.meta.url)), 'worker.js');
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
  server.listen(config.PORT, config.HOST, () => {
    const steps = [
      done.length === 0 ? 'database up to date' : `migrated: ${done.join(', ')}`,
      ...(loaded > 0 ? [`demo loaded: ${loaded} jobs`] : []),
    ];
    // The parent waits for this line.
    process.stdout.write(`ready: ${steps.join('; ')}\n`);
  });
  server.on('error', (error) => {
    process.stderr.write(`The server cannot listen on port ${config.PORT}: ${error.message}\n`);
    process.exit(1);
  });
  const stop = () => {
    server.close(
      () =>
        void Promise.all([database.close(), guarded.close(), work.close(), drawing.close()]).finally(() =>
          process.exit(0),
        ),
    );
    server.closeIdleConnections();
    // Long polls and open keep-alive connections do not hold the workshop up.
    setTimeout(() => process.exit(0), 2000).unref();
  };
  // What fails outside any request is told, and ends none of the others.
  process.on('unhandledRejection', (error) => logger.error({ err: error }, 'outside a request'));
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  if (config.ENDS_WITH_INPUT === '1') process.stdin.on('end', stop).resume();
}

function listener({ TLS_CERT, TLS_KEY }: Config, app: ReturnType<typeof createApp>) {
  if (TLS_CERT === undefined || TLS_KEY === undefined) return createPlainServer(app);
  return createTlsServer({ cert: readFileSync(TLS_CERT), key: readFileSync(TLS_KEY) }, app);
}

const isLoopback = (host: string) => /^(127\.|localhost$|::1$)/.test(host);

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
