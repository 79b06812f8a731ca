import { build as bundle } from 'esbuild';
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { inProject, root } from './paths';

/** Where the built things are. */
export const built = {
  server: inProject('apps/server/dist/main.js'),
  worker: inProject('apps/server/dist/worker.js'),
  web: inProject('apps/web/dist'),
};

/** Builds the server and the web application unless nothing has changed since they were built. */
export async function build(say: (line: string) => void): Promise<void> {
  const stamp = inProject('.lantern/built');
  const now = fingerprint();
  const current = existsSync(stamp) && readFileSync(stamp, 'utf8') === now;
  if (current && existsSync(built.server) && existsSync(join(built.web, 'index.html'))) return;
  say('Building ...');
  await bundle({
    entryPoints: [inProject('apps/server/src/main.ts'), inProject('apps/server/src/work/worker.ts')],
    outdir: dirname(built.server),
    entryNames: '[name]',
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    alias: {
      '@grim-lantern/core': inProject('packages/core/src/index.ts'),
      '@grim-lantern/contract': inProject('packages/contract/src/index.ts'),
      '@grim-lantern/drawing': inProject('packages/drawing/src/index.ts'),
    },
    logLevel: 'warning',
  });
  execFileSync(inProject('node_modules/.bin/vite'), ['build', '--logLevel', 'warn'], {
    cwd: inProject('apps/web'),
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  await buildServiceWorker();
  mkdirSync(inProject('.lantern'), { recursive: true });
  writeFileSync(stamp, now);
}

/** The service worker, with every piece of the page that must be there without a network. */
async function buildServiceWorker(): Promise<void> {
  const files = readdirSync(built.web, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(js|css|html|svg|png|woff2|webmanifest)$/.test(file) && file !== 'sw.js')
    .sort();
  const pieces = files.map((file) => ({
    url: `/${file}`,
    // A name that holds the hash of its content needs no other.
    revision: file.startsWith('assets/')
      ? null
      : createHash('sha256')
          .update(readFileSync(join(built.web, file)))
          .digest('hex'),
  }));
  await bundle({
    entryPoints: [inProject('apps/web/src/offline/serviceWorker.ts')],
    outfile: join(built.web, 'sw.js'),
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { PIECES: JSON.stringify(pieces), 'process.env.NODE_ENV': '"production"' },
    logLevel: 'warning',
  });
}

/** A hash over every source that the build reads. */
function fingerprint(): string {
  const hash = createHash('sha256');
  const visit = (folder: string) => {
    for (const name of readdirSync(folder).sort()) {
      if (['node_modules', 'dist', 'test'].includes(name)) continue;
      const path = join(folder, name);
      if (statSync(path).isDirectory()) visit(path);
      else hash.update(relative(root, path)).update('\0').update(readFileSync(path)).update('\0');
    }
  };
  for (const folder of ['packages', 'apps']) visit(inProject(folder));
  hash.update(readFileSync(inProject('package-lock.json')));
  return hash.digest('hex');
}
