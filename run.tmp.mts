import { spawnSync } from 'node:child_process';
import { startCluster } from './scripts/postgres.ts';
const cluster = await startCluster({ name: 'try-postgres', throwaway: true });
const [cmd, ...args] = process.argv.slice(2);
const { status } = spawnSync(cmd!, args, { stdio: 'inherit', env: { ...process.env, TEST_DATABASE_URL: cluster.url('postgres') } });
await cluster.stop();
process.exit(status ?? 1);
