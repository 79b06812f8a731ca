import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { readConfig } from './config/config';
import { logLines } from './config/logLines';
import { startServer } from './start';

/** Serves until SIGTERM or SIGINT. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const logger = pino({ level: config.LOG_LEVEL }, logLines(process.stdout));
  const worker = join(dirname(fileURLToPath(import.meta.url)), 'worker.js');
  const running = await startServer(config, worker, logger);
  // The parent waits for this line.
  process.stdout.write(`ready: ${running.steps.join('; ')}\n`);
  const stop = () => {
    void running.stop().finally(() => process.exit(0));
    // Neither a line that is kept open nor a database that does not answer holds the workshop up.
    setTimeout(() => process.exit(0), 2000).unref();
  };
  // What fails outside any request is told, and ends none of the others.
  process.on('unhandledRejection', (error) => logger.error({ err: error }, 'outside a request'));
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  if (config.ENDS_WITH_INPUT === '1') process.stdin.on('end', stop).resume();
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
