import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { built } from './build';
import { inProject } from './paths';

/** The built server as a process. */
export interface Served {
  readonly address: string;
  /** What it said when it was ready. */
  readonly said: string;
  readonly process: ChildProcess;
  stop(): Promise<void>;
}

export interface ServeOptions {
  readonly host?: string;
  /** Whether an empty database gets the demo; usual. */
  readonly demo?: boolean;
  /** Further variables of its environment. */
  readonly environment?: Readonly<Record<string, string>>;
}

/** Starts the built server and waits until it is ready. @throws {Error} with what it wrote, when it ends instead */
export function serve(
  databaseUrl: string,
  port: number,
  { host = '127.0.0.1', demo = true, environment = {} }: ServeOptions = {},
): Promise<Served> {
  const child = spawn(process.execPath, [built.server], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      HOST: host,
      WEB_ROOT: built.web,
      // It ends when this end of the pipe is gone: however this process dies, it leaves no server behind.
      ENDS_WITH_INPUT: '1',
      ...(demo ? { DEMO_ROOT: inProject('demo') } : {}),
      ...environment,
    },
    stdio: ['pipe', 'pipe', 'pipe'],
    // A group of its own: Ctrl-C reaches it through us, in order.
    detached: true,
  });
  const scheme = (environment['TLS_CERT'] ?? process.env['TLS_CERT']) ? 'https' : 'http';
  let output = '';
  return new Promise((resolve, reject) => {
    const listen = (chunk: Buffer) => {
      output = (output + chunk.toString()).slice(-8000);
      const said = /^ready: (.*)$/m.exec(output)?.[1];
      if (said !== undefined)
        resolve({ address: `${scheme}://${host}:${port}`, said, process: child, stop: () => stop(child) });
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', (chunk: Buffer) => {
      listen(chunk);
      process.stderr.write(chunk);
    });
    child.once('exit', (code) => reject(new Error(`The server ended (exit ${code}) before it was ready.`)));
  });
}

function stop(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once('exit', () => resolve());
    child.kill('SIGTERM');
  });
}
