import { spawnSync } from 'node:child_process';
import { build } from './build';
import { inProject } from './paths';
import { startCluster } from './postgres';
if (process.env['NOBUILD'] !== '1') await build(() => undefined);
const cluster = await startCluster({ name: 'tmp-postgres', throwaway: true });
try {
  spawnSync(
    inProject('node_modules/.bin/playwright'),
    ['test', '--config', 'e2e/playwright.config.ts', ...process.argv.slice(2)],
    {
      stdio: 'inherit',
      env: { ...process.env, TEST_DATABASE_URL: cluster.url('postgres') },
    },
  );
} finally {
  await cluster.stop();
}
