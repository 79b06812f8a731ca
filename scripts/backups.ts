import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import pg from 'pg';
import { makeGuardedRole } from '../apps/server/src/database/migrations/0014-guarded-rows';
import { stateFolder } from './paths';
import { newestBin } from './postgres';

const run = promisify(execFile);

/** What a backup says of itself: enough to tell whether it is whole, and whether it was restored whole. */
interface Manifest {
  readonly format: 'grim-lantern/backup';
  readonly version: 1;
  readonly at: string;
  readonly migrations: readonly string[];
  /** SHA-256 of `database.dump`, in hex. */
  readonly dump: string;
  readonly tables: Readonly<Record<string, TableSum>>;
}

/** A table's rows: how many, and a sum that does not depend on their order. */
interface TableSum {
  readonly rows: number;
  readonly sum: string;
}

const files = { manifest: 'manifest.json', dump: 'database.dump' } as const;

/** The environment in which PostgreSQL's programs find a database; a password on a command line could be read by others. */
function environmentOf(url: string): NodeJS.ProcessEnv {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    ...process.env,
    PGHOST: hostname,
    PGPORT: port === '' ? '5432' : port,
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
  };
}

async function tableSums(client: pg.Client): Promise<Record<string, TableSum>> {
  const { rows: tables } = await client.query<{ name: string }>(
    `SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1`,
  );
  const sums: Record<string, TableSum> = {};
  for (const { name } of tables) {
    const { rows } = await client.query<{ rows: number; sum: string }>(
      `SELECT count(*)::int AS rows,
        coalesce(sum(('x' || substr(md5(t::text), 1, 15))::bit(60)::bigint), 0)::text AS sum FROM "${name}" t`,
    );
    sums[name] = rows[0]!;
  }
  return sums;
}

async function migrationsOf(client: pg.Client): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>('SELECT name FROM schema_migrations ORDER BY name');
  return rows.map(({ name }) => name);
}

async function sha256(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/**
 * Writes everything that a database holds into one file, while it is in use: dump and manifest see the same moment.
 * @param file - a `.tar`; one that is there is not written over
 */
export async function backUp(url: string, file: string): Promise<Manifest> {
  if (existsSync(file)) throw new Error(`${file} is there already: choose another name.`);
  mkdirSync(dirname(file), { recursive: true });
  const folder = mkdtempSync(join(dirname(resolve(file)), '.backup-'));
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const { rows } = await client.query<{ id: string }>('SELECT pg_export_snapshot() AS id');
    const dump = join(folder, files.dump);
    await run(
      join(newestBin(), 'pg_dump'),
      ['--format=custom', '--no-owner', `--snapshot=${rows[0]!.id}`, `--file=${dump}`],
      { env: environmentOf(url) },
    );
    const manifest: Manifest = {
      format: 'grim-lantern/backup',
      version: 1,
      at: new Date().toISOString(),
      migrations: await migrationsOf(client),
      dump: await sha256(dump),
      tables: await tableSums(client),
    };
    writeFileSync(join(folder, files.manifest), `${JSON.stringify(manifest, null, 2)}\n`);
    const part = join(folder, 'whole.tar');
    await run('tar', ['-cf', part, '-C', folder, files.manifest, files.dump]);
    renameSync(part, file);
    return manifest;
  } finally {
    await client.end();
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * Puts a backup in a database's place. It is restored beside it and compared with its manifest, row for row, before anything is
 * changed; what was there stays in the cluster under another name.
 * @returns the name under which the database that was there is kept; null where there was none
 * @throws {Error} where the file is no whole backup, or the database is in use and that was not said to be meant
 */
export async function restore(
  url: string,
  file: string,
  { whileInUse = false } = {},
): Promise<string | null> {
  const name = new URL(url).pathname.slice(1);
  const admin = new pg.Client({ connectionString: other(url, 'postgres') });
  mkdirSync(stateFolder, { recursive: true });
  const folder = mkdtempSync(join(stateFolder, 'restore-'));
  await admin.connect();
  try {
    const manifest = await unpack(file, folder);
    const there = await exists(admin, name);
    if (there && !whileInUse && (await inUse(admin, name))) {
      throw new Error(
        'The installation is running. Nothing was changed: stop it first, or say that you mean it with --while-running.',
      );
    }
    const fresh = `${name}_restored`;
    await admin.query(`DROP DATABASE IF EXISTS "${fresh}" WITH (FORCE)`);
    await admin.query(`CREATE DATABASE "${fresh}"`);
    // A backup names the role that its rows are guarded by; a server that never had one does not know it.
    await admin.query(makeGuardedRole);
    await run(
      join(newestBin(), 'pg_restore'),
      ['--no-owner', '--exit-on-error', `--dbname=${fresh}`, join(folder, files.dump)],
      { env: environmentOf(other(url, fresh)) },
    );
    await compare(other(url, fresh), manifest);
    const stamp = new Date().toISOString().replace(/\D/g, '').slice(0, 14);
    const kept = there ? `${name}_before_${stamp}` : null;
    const rename = async (from: string, to: string) => {
      await admin.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [from]);
      await admin.query(`ALTER DATABASE "${from}" RENAME TO "${to}"`);
    };
    if (kept !== null) await rename(name, kept);
    await rename(fresh, name);
    return kept;
  } finally {
    await admin.end();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The same cluster's other database. */
function other(url: string, name: string): string {
  const address = new URL(url);
  address.pathname = `/${name}`;
  return address.toString();
}

async function unpack(file: string, folder: string): Promise<Manifest> {
  if (!existsSync(file)) throw new Error(`${file} is not there.`);
  const broken = new Error(`${file} is no whole backup of Grim Lantern. Nothing was changed.`);
  try {
    await run('tar', ['-xf', resolve(file), '-C', folder, files.manifest, files.dump]);
  } catch {
    throw broken;
  }
  const manifest = JSON.parse(readFileSync(join(folder, files.manifest), 'utf8')) as Manifest;
  if (
    manifest.format !== 'grim-lantern/backup' ||
    manifest.dump !== (await sha256(join(folder, files.dump)))
  ) {
    throw broken;
  }
  return manifest;
}

async function compare(url: string, manifest: Manifest): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const sums = await tableSums(client);
    for (const [table, { rows, sum }] of Object.entries(manifest.tables)) {
      const found = sums[table];
      if (found?.rows !== rows || found.sum !== sum) {
        throw new Error(
          `Restored, ${table} holds ${found?.rows ?? 0} rows of ${rows}, or other ones. Nothing was changed.`,
        );
      }
    }
  } finally {
    await client.end();
  }
}

async function exists(admin: pg.Client, name: string): Promise<boolean> {
  const { rowCount } = await admin.query('SELECT 1 FROM pg_database WHERE datname = $1', [name]);
  return rowCount === 1;
}

async function inUse(admin: pg.Client, name: string): Promise<boolean> {
  const { rowCount } = await admin.query('SELECT 1 FROM pg_stat_activity WHERE datname = $1', [name]);
  return (rowCount ?? 0) > 0;
}

/** Where the nightly ones lie, and for how many days. */
export const nightly = { folder: join(stateFolder, 'backups'), days: 14 } as const;
const hour = 3_600_000;

/** The nightly backups that are there, newest first. */
export function keptBackups(folder: string = nightly.folder): readonly { file: string; at: Date }[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((file) => /^nightly-.*\.tar$/.test(file))
    .map((file) => ({ file: join(folder, file), at: statSync(join(folder, file)).mtime }))
    .sort((one, another) => another.at.getTime() - one.at.getTime());
}

/** Makes a backup where the newest is a day old, and removes those that are older than fourteen days, but never the newest. */
export async function nightlyRound(
  url: string,
  folder: string = nightly.folder,
  now = new Date(),
): Promise<void> {
  const [newest] = keptBackups(folder);
  if (newest === undefined || now.getTime() - newest.at.getTime() > 24 * hour) {
    await backUp(url, join(folder, `nightly-${now.toISOString().replace(/[:.]/g, '-')}.tar`));
  }
  for (const { file, at } of keptBackups(folder).slice(1)) {
    if (now.getTime() - at.getTime() > nightly.days * 24 * hour) rmSync(file);
  }
}

/** Looks every hour whether a backup is due. @returns a function that ends it */
export function keepBackups(url: string, say: (line: string) => void): () => void {
  const round = () =>
    nightlyRound(url).catch((error: unknown) =>
      say(`The nightly backup failed: ${error instanceof Error ? error.message : String(error)}`),
    );
  // Not while it is starting: whoever starts it wants to work.
  const first = setTimeout(() => void round(), 60_000);
  const timer = setInterval(() => void round(), hour);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
