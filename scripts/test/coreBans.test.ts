import { spawnSync } from 'node:child_process';
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const root = join(__dirname, '../..');

/** What a file of core may not do, and how one would write it. */
const forbidden: Readonly<Record<string, string>> = {
  browser: `export const width = (): number => window.innerWidth;`,
  storage: `export const kept = (): string | null => localStorage.getItem('x');`,
  server: `import { readFileSync } from 'node:fs';\nexport const text = readFileSync('x', 'utf8');`,
  clock: `export const now = (): number => Date.now();`,
  date: `export const today = (): string => new Date().toISOString();`,
  timer: `export const later = (): number => performance.now();`,
  random: `export const dice = (): number => Math.random();`,
  console: `export const say = (): void => console.log('x');`,
  process: `export const user = (): string | undefined => process.env['USER'];`,
  error: `export function fail(): never {\n  throw new Error('x');\n}`,
};

/** Runs `work` in a folder that holds these files and the project's own base configuration. */
function inProjectOf<T>(files: Readonly<Record<string, string>>, work: (folder: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'lantern-rules-'));
  try {
    copyFileSync(join(root, 'tsconfig.base.json'), join(folder, 'tsconfig.base.json'));
    for (const [path, text] of Object.entries(files)) {
      mkdirSync(join(folder, dirname(path)), { recursive: true });
      writeFileSync(join(folder, path), `${text}\n`);
    }
    return work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

test('types or lint fail for every one of them, and for nothing else in the same breath', () => {
  const pathOf = (name: string) => `packages/core/src/circuit/${name}.ts`;
  const texts = { ...forbidden, allowed: 'export const twice = (x: number): number => 2 * Math.abs(x);' };
  const files = {
    'packages/core/tsconfig.json': readFileSync(join(root, 'packages/core/tsconfig.json'), 'utf8'),
    ...Object.fromEntries(
      Object.entries(texts).map(([name, text]) => [
        pathOf(name),
        text.replace('export ', '/** In minutes. */\nexport '),
      ]),
    ),
  };
  const said = inProjectOf(files, (folder) => {
    for (const shared of ['node_modules', 'scripts', '.oxlintrc.json'])
      symlinkSync(join(root, shared), join(folder, shared));
    return spawnSync(
      process.execPath,
      [join(root, 'node_modules/oxlint/bin/oxlint'), '-f', 'unix', 'packages'],
      {
        cwd: folder,
        encoding: 'utf8',
      },
    ).stdout;
  });
  const refused = Object.keys(texts).filter((name) => said.includes(pathOf(name)));
  expect(refused).toEqual(Object.keys(forbidden));
});

/** The import rule's exit code and words for a project of these files alone. */
const cruise = (files: Readonly<Record<string, string>>): { status: number | null; stdout: string } =>
  inProjectOf(files, (cwd) =>
    spawnSync(
      join(root, 'node_modules/.bin/depcruise'),
      ['--config', join(root, '.dependency-cruiser.cjs'), 'packages'],
      { cwd, encoding: 'utf8' },
    ),
  );

const core = 'packages/core/src';
const wire = { [`${core}/circuit/wire.ts`]: 'export const ohms = 1;' };
/** The rule that each breaks, and the files that break it. */
const rings: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  'core-stands-alone': {
    [`${core}/circuit/reach.ts`]: `import { join } from 'node:path';\nexport const path = join('a', 'b');`,
  },
  'layer-network': { [`${core}/network/node.ts`]: `export type { ohms } from '../circuit/wire';` },
  'core-in-layers': {
    [`${core}/misc/a.ts`]: `import { b } from './b';\nexport const a = b;`,
    [`${core}/misc/b.ts`]: 'export const b = 1;',
  },
};

test('the import rule fails for what reaches outside core, up a layer (if only for a type), or lies in none', () => {
  const { status, stdout } = cruise(Object.assign({}, wire, ...Object.values(rings)) as typeof wire);
  expect(status).not.toBe(0);
  for (const [rule, files] of Object.entries(rings))
    expect(stdout).toMatch(new RegExp(`${rule}: ${Object.keys(files)[0]}`));
});

test('the import rule passes what goes one way', () => {
  const { status } = cruise({
    ...wire,
    [`${core}/solver/solve.ts`]: `import { ohms } from '../circuit/wire';\nexport const volts = ohms;`,
  });
  expect(status).toBe(0);
});
