import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { backUp, keptBackups, nightlyRound, restore } from '../backups';

const admin = process.env['TEST_DATABASE_URL'];
let folder = '';
let url = '';
let client: pg.Client;

const named = (name: string) => {
  const address = new URL(admin ?? '');
  address.pathname = `/${name}`;
  return address.toString();
};
const connected = async (address: string) => {
  const each = new pg.Client(address);
  // A restore ends connections to what it puts aside.
  each.on('error', () => undefined);
  await each.connect();
  return each;
};

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'backups-'));
  client = await connected(named('postgres'));
  const name = `backup_${randomUUID().replaceAll('-', '')}`;
  await client.query(`CREATE DATABASE ${name}`);
  url = named(name);
  const made = await connected(url);
  await made.query(
    `CREATE TABLE schema_migrations (name text); INSERT INTO schema_migrations VALUES ('0001')`,
  );
  await made.query('CREATE TABLE jobs (id int, title text, at timestamptz DEFAULT now(), bytes bytea)');
  await made.query(
    `INSERT INTO jobs SELECT i, 'Fuse ' || i || ' Ω 😀', now(), sha256(i::text::bytea) FROM generate_series(1, 2000) i`,
  );
  await made.end();
});
afterEach(async () => {
  const { rows } = await client.query<{ datname: string }>(
    `SELECT datname FROM pg_database WHERE datname LIKE $1`,
    [`${new URL(url).pathname.slice(1)}%`],
  );
  for (const { datname } of rows) await client.query(`DROP DATABASE "${datname}" WITH (FORCE)`);
  await client.end();
  rmSync(folder, { recursive: true, force: true });
});

const titles = async (address: string) => {
  const each = await connected(address);
  const { rows } = await each.query<{ all: string }>(
    `SELECT md5(string_agg(j::text, ',' ORDER BY id)) AS all FROM jobs j`,
  );
  await each.end();
  return rows[0]!.all;
};
const change = async (sql: string) => {
  const each = await connected(url);
  await each.query(sql);
  await each.end();
};

test('what was backed up comes back row for row; what was there in between is kept beside it', async () => {
  const file = join(folder, 'one.tar');
  const before = await titles(url);
  const manifest = await backUp(url, file);
  expect(manifest.tables['jobs']!.rows).toBe(2000);
  await change(`UPDATE jobs SET title = 'lost' WHERE id = 7; INSERT INTO jobs VALUES (2001, 'later')`);
  const after = await titles(url);
  const kept = await restore(url, file);
  expect(await titles(url)).toBe(before);
  expect(await titles(named(kept!))).toBe(after);
});

test('a backup that was cut off, or is something else, is refused and changes nothing', async () => {
  const file = join(folder, 'one.tar');
  await backUp(url, file);
  const before = await titles(url);
  truncateSync(file, Math.floor(readFileSync(file).length / 2));
  await expect(restore(url, file)).rejects.toThrow(/no whole backup.*Nothing was changed/);
  writeFileSync(file, 'no tar at all');
  await expect(restore(url, file)).rejects.toThrow(/no whole backup/);
  await expect(restore(url, join(folder, 'none.tar'))).rejects.toThrow(/is not there/);
  expect(await titles(url)).toBe(before);
});

test('a dump that is whole but not what the manifest says is refused, and changes nothing', async () => {
  const file = join(folder, 'one.tar');
  await backUp(url, file);
  execFileSync('tar', ['-xf', file, '-C', folder]);
  const manifest = JSON.parse(readFileSync(join(folder, 'manifest.json'), 'utf8')) as {
    tables: { jobs: { sum: string } };
  };
  manifest.tables.jobs.sum = '1';
  writeFileSync(join(folder, 'manifest.json'), JSON.stringify(manifest));
  execFileSync('tar', ['-cf', file, '-C', folder, 'manifest.json', 'database.dump']);
  const before = await titles(url);
  await expect(restore(url, file)).rejects.toThrow(/jobs holds 2000 rows of 2000, or other ones/);
  expect(await titles(url)).toBe(before);
});

test('a database in use is restored only where that is said to be meant; a file that is there is not written over', async () => {
  const file = join(folder, 'one.tar');
  await backUp(url, file);
  await expect(backUp(url, file)).rejects.toThrow(/is there already/);
  const user = await connected(url);
  await expect(restore(url, file)).rejects.toThrow(/is running. Nothing was changed/);
  await restore(url, file, { whileInUse: true });
  await user.end().catch(() => undefined);
});

test('a nightly one a day, each kept for fourteen days, the newest for ever', async () => {
  const day = (number: number) => new Date(Date.UTC(2026, 10, number, 3));
  const round = async (number: number) => {
    await nightlyRound(url, folder, day(number));
    for (const { file } of keptBackups(folder)) {
      const at = new Date(/nightly-(\d{4}-\d\d-\d\d)/.exec(file)![1]!);
      utimesSync(file, at, at);
    }
  };
  await round(1);
  await nightlyRound(url, folder, new Date(day(1).getTime() + 3_600_000));
  expect(keptBackups(folder)).toHaveLength(1);
  await round(3);
  await round(16);
  expect(keptBackups(folder).map(({ at }) => at.getUTCDate())).toEqual([16, 3]);
  expect(existsSync(join(folder, 'whole.tar'))).toBe(false);
});
