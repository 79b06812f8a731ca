import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { build } from './build';
import { inProject } from './paths';
import { startCluster } from './postgres';

interface Count {
  readonly name: string;
  readonly passed: number;
  readonly failed: number;
  readonly seconds: number;
}

const reports = { jest: inProject('.lantern/jest.json'), playwright: inProject('.lantern/playwright.json') };

/** Runs a program of the project, its output shown as it comes. @returns its exit code */
function run(command: string, args: readonly string[], environment: NodeJS.ProcessEnv = {}): Promise<number> {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: inProject(),
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...environment },
    });
    child.once('error', () => resolve(127));
    child.once('exit', (code) => resolve(code ?? 1));
  });
}

/** A step that either passes or does not, counted as one. */
async function step(name: string, command: string, args: readonly string[]): Promise<Count> {
  return timed(name, async () => {
    const passed = (await run(command, args)) === 0;
    return { passed: passed ? 1 : 0, failed: passed ? 0 : 1 };
  });
}

async function timed(name: string, work: () => Promise<{ passed: number; failed: number }>): Promise<Count> {
  process.stdout.write(`\n== ${name}\n`);
  const started = Date.now();
  const result = await work();
  return { name, ...result, seconds: (Date.now() - started) / 1000 };
}

/** A report's counts; a runner that left none, or failed with none failed, counts as one failure. */
function counted(file: string, code: number, read: (report: unknown) => { passed: number; failed: number }) {
  const counts = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 0 };
  const silent = counts.failed === 0 && (code !== 0 || counts.passed === 0);
  return silent ? { ...counts, failed: 1 } : counts;
}

const bin = (name: string) => inProject('node_modules/.bin', name);

async function staticSteps(): Promise<readonly Count[]> {
  return [
    await step('types and lint', 'npm', ['run', '--silent', 'lint']),
    await step('imports', 'npm', ['run', '--silent', 'imports']),
    await step('format', 'npm', ['run', '--silent', 'format:check']),
  ];
}

async function runners(databaseUrl: string): Promise<readonly Count[]> {
  const environment = { TEST_DATABASE_URL: databaseUrl };
  for (const file of Object.values(reports)) rmSync(file, { force: true });
  const units = await timed('unit tests', async () => {
    const code = await run(bin('jest'), ['--json', `--outputFile=${reports.jest}`], {
      ...environment,
      // Most of what core allocates is gone at once: in a larger nursery it dies there.
      NODE_OPTIONS: '--max-semi-space-size=64',
    });
    return counted(reports.jest, code, (report) => {
      const { numPassedTests, numFailedTests, numPendingTests, numFailedTestSuites } = report as Record<
        string,
        number
      >;
      const broken = numFailedTests === 0 ? (numFailedTestSuites ?? 0) : 0;
      return { passed: numPassedTests ?? 0, failed: (numFailedTests ?? 0) + (numPendingTests ?? 0) + broken };
    });
  });
  const browser = await timed('browser tests', async () => {
    await build((line) => process.stdout.write(`${line}\n`));
    const code = await run(bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], {
      ...environment,
      PLAYWRIGHT_JSON_OUTPUT_NAME: reports.playwright,
      LANTERN_LONG: process.argv.includes('--long') ? '1' : '0',
    });
    return counted(reports.playwright, code, (report) => {
      const { expected, unexpected, flaky, skipped } = (report as { stats: Record<string, number> }).stats;
      return { passed: expected ?? 0, failed: (unexpected ?? 0) + (flaky ?? 0) + (skipped ?? 0) };
    });
  });
  return [units, browser];
}

async function main(): Promise<void> {
  mkdirSync(inProject('.lantern'), { recursive: true });
  const checks = await staticSteps();
  const given = process.env['DATABASE_URL'];
  const cluster =
    given === undefined || given === ''
      ? await startCluster({ name: 'test-postgres', throwaway: true })
      : null;
  const all = [...checks];
  try {
    all.push(...(await runners(cluster?.url('postgres') ?? given ?? '')));
  } finally {
    await cluster?.stop();
  }
  process.stdout.write('\n');
  for (const { name, passed, failed, seconds } of all) {
    process.stdout.write(
      `${name.padEnd(14)} ${passed} passed, ${failed} failed  (${seconds.toFixed(0)} s)\n`,
    );
  }
  const sum = (key: 'passed' | 'failed') => all.reduce((total, each) => total + each[key], 0);
  process.stdout.write(`\n${sum('passed')} passed, ${sum('failed')} failed\n`);
  process.exitCode = sum('failed') > 0 ? 1 : 0;
}

await main();
