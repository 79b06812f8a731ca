import { pino } from 'pino';
import { createApp } from './app';
import { migrate, openDatabase } from './database/database';
import { loadDemo } from './demo';

/**
 * Migrates, loads the demo once, serves, until SIGTERM or SIGINT.
 * Environment: DATABASE_URL, PORT, HOST, WEB_ROOT, DEMO_ROOT, LOG_LEVEL.
 */
async function main(): Promise<void> {
  const {
    DATABASE_URL,
    PORT = '7180',
    HOST = '127.0.0.1',
    WEB_ROOT,
    DEMO_ROOT,
    LOG_LEVEL = 'warn',
  } = process.env;
  if (DATABASE_URL === undefined || DEMO_ROOT === undefined) {
    throw new Error('The server requires DATABASE_URL and DEMO_ROOT; ./lantern up sets both.');
  }
  const logger = pino({ level: LOG_LEVEL });
  const database = openDatabase(DATABASE_URL);
  const done = await migrate(database);
  const { workshopId, loaded } = await loadDemo(database, DEMO_ROOT);
  const app = createApp({
    database,
    workshopId,
    logger,
    ...(WEB_ROOT === undefined ? {} : { webRoot: WEB_ROOT }),
  });
  const server = app.listen(Number(PORT), HOST, () => {
    const steps = [
      done.length === 0 ? 'database up to date' : `migrated: ${done.join(', ')}`,
      loaded > 0 ? `demo loaded: ${loaded} jobs` : 'demo there already',
    ];
    // The parent waits for this line.
    process.stdout.write(`ready: ${steps.join('; ')}\n`);
  });
  server.on('error', (error) => {
    process.stderr.write(`The server cannot listen on port ${PORT}: ${error.message}\n`);
    process.exit(1);
  });
  const stop = () => {
    server.close(() => void database.close().finally(() => process.exit(0)));
    server.closeIdleConnections();
    // Long polls and open keep-alive connections do not hold the workshop up.
    setTimeout(() => process.exit(0), 2000).unref();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
