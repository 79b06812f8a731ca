import { build } from 'esbuild';
import { readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Figure } from '../packages/core/bench/figure';
import { inProject } from './paths';

const core = inProject('packages/core/bench');
/** Of the core by itself, and of the page in a browser. */
const folders = [core, inProject('e2e')];

/** The module to run: the core's are bundled first, as the application is, so that what is timed is what ships. */
async function runnable(file: string): Promise<string> {
  if (!file.startsWith(core)) return file;
  const outfile = inProject('.lantern/bench', `${basename(file, '.ts')}.mjs`);
  await build({
    entryPoints: [file],
    outfile,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    logLevel: 'warning',
  });
  return outfile;
}

/** `name: figure (bar)`; a bar that is missed says so. */
function line({ name, value, unit, bar }: Figure): string {
  const shown = `${name}: ${Number(value.toPrecision(3))}${unit === '' ? '' : ` ${unit}`}`;
  if (bar === null) return `${shown} (no bar)`;
  const met = bar.at === 'least' ? value >= bar.value : value <= bar.value;
  return `${shown} (at ${bar.at} ${bar.value}${met ? '' : ': missed'})`;
}

/** Runs every benchmark, or those whose file's name holds one of the words given. */
async function main(): Promise<void> {
  const words = process.argv.slice(2);
  const files = folders
    .flatMap((folder) => readdirSync(folder).map((file) => join(folder, file)))
    .filter((file) => file.endsWith('.bench.ts'))
    .filter((file) => words.length === 0 || words.some((word) => basename(file).includes(word)));
  for (const file of files) {
    const { default: measure } = (await import(pathToFileURL(await runnable(file)).href)) as {
      default: () => readonly Figure[] | Promise<readonly Figure[]>;
    };
    for (const figure of await measure()) process.stdout.write(`${line(figure)}\n`);
  }
}

await main();
