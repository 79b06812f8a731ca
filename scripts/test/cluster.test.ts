import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeCluster } from '../postgres';

const nobody = {
  uid: process.getuid!(),
  gid: process.getgid!(),
  run: (command: readonly string[]) => command,
};
let home = '';
beforeEach(() => (home = mkdtempSync(join(tmpdir(), 'cluster-'))));
afterEach(() => rmSync(home, { recursive: true, force: true }));

/** Puts files where the data would be. */
function lying(...files: readonly string[]): string {
  const data = join(home, 'data');
  mkdirSync(data);
  for (const file of files) writeFileSync(join(data, file), 'kept');
  return data;
}

test('data whose password file is missing is never touched: one sentence says what is there and what to do', () => {
  const data = lying('PG_VERSION', 'jobs');
  const make = () => makeCluster('/nowhere', nobody, home, data);
  expect(make).toThrow(
    /There is a database in .*data, but its password file .*password is missing.*put the file back/,
  );
  expect(readFileSync(join(data, 'jobs'), 'utf8')).toBe('kept');
  writeFileSync(join(home, 'password'), 'secret');
  expect(make()).toBe('secret');
});

test('a folder that is no cluster is never touched either', () => {
  const data = lying('something');
  expect(() => makeCluster('/nowhere', nobody, home, data)).toThrow(
    /no PostgreSQL data. Nothing was touched/,
  );
  expect(existsSync(join(data, 'something'))).toBe(true);
});

test('a cluster that could not be made whole leaves none behind', () => {
  const data = join(home, 'data');
  expect(() => makeCluster('/nowhere', nobody, home, data)).toThrow();
  expect(existsSync(data)).toBe(false);
});
