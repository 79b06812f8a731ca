import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(__dirname, '../..');
/** A folder of core that exists only while these tests run. */
const folder = join(root, 'packages/core/src/forbidden');

beforeAll(() => mkdirSync(folder, { recursive: true }));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What a file of core may not do, and how one would write it. */
const forbidden: Readonly<Record<string, string>> = {
  browser: `export const width = (): number => window.innerWidth;`,
  storage: `export const kept = (): string | null => localStorage.getItem('x');`,
  server: `import { readFileSync } from 'node:fs';\nexport const text = readFileSync('x', 'utf8');`,
  package: `import { z } from 'zod';\nexport const text = z.string();`,
  clock: `export const now = (): number => Date.now();`,
  date: `export const today = (): string => new Date().toISOString();`,
  timer: `export const later = (): number => performance.now();`,
  random: `export const dice = (): number => Math.random();`,
  console: `export const say = (): void => console.log('x');`,
  process: `export const user = (): string | undefined => process.env['USER'];`,
  error: `export function fail(): never {\n  throw new Error('x');\n}`,
};

test('lint fails core for every one of them, and for nothing else in the same breath', () => {
  for (const [name, text] of Object.entries(forbidden))
    writeFileSync(join(folder, `${name}.ts`), `${text}\n`);
  writeFileSync(join(folder, 'allowed.ts'), 'export const twice = (x: number): number => 2 * Math.abs(x);\n');
  const { stdout } = spawnSync(
    join(root, 'node_modules/.bin/eslint'),
    ['--format', 'json', 'packages/core/src/forbidden'],
    { cwd: root, encoding: 'utf8', maxBuffer: 1e8 },
  );
  const reports = JSON.parse(stdout) as { filePath: string; messages: { ruleId: string | null }[] }[];
  const ruled = new Map(
    reports.map(({ filePath, messages }) => [
      filePath.slice(folder.length + 1, -3),
      messages.filter(({ ruleId }) => ruleId?.startsWith('no-restricted-')).length,
    ]),
  );
  for (const name of Object.keys(forbidden)) expect([name, (ruled.get(name) ?? 0) > 0]).toEqual([name, true]);
  expect(ruled.get('allowed')).toBe(0);
});

test('the import rule fails when core reaches outside itself', () => {
  writeFileSync(
    join(folder, 'reach.ts'),
    `import { join } from 'node:path';\nexport const path = join('a', 'b');\n`,
  );
  const { status, stdout } = spawnSync(
    join(root, 'node_modules/.bin/depcruise'),
    ['--config', '.dependency-cruiser.cjs', 'packages/core'],
    { cwd: root, encoding: 'utf8' },
  );
  expect(status).not.toBe(0);
  expect(stdout).toContain('core-stands-alone: packages/core/src/forbidden/reach.ts');
});
