import { expect, test } from '@playwright/test';
import { rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { anyFreePort } from '../scripts/freePort';
import { StartCommand, endAll, ownFolder } from './startCommand';

const health = async (port: number) => {
  try {
    return (await fetch(`http://127.0.0.1:${port}/api/health`)).status;
  } catch {
    return 0;
  }
};

test('the start command survives whatever dies: server, itself, a second one, another program on its port', async () => {
  test.setTimeout(240_000);
  const state = ownFolder();
  const port = await anyFreePort();
  const running: StartCommand[] = [];
  const up = (...options: string[]) => {
    const each = new StartCommand(state, port, ...options);
    running.push(each);
    return each;
  };
  try {
    const first = up();
    await first.says(new RegExp(`Grim Lantern is up: http://127.0.0.1:${port}`));

    // A second one says so and ends.
    const second = up();
    expect(await second.ended).toBe(0);
    expect(second.said).toContain(`Grim Lantern is up already: http://127.0.0.1:${port}`);

    // A killed server is started again, at the same address.
    process.kill(first.server()!, 'SIGKILL');
    await first.says(/The server ended by itself; starting it again in 1 s/);
    await expect.poll(() => health(port), { timeout: 30_000 }).toBe(200);

    // What is stored is there after the start command itself was killed, and nothing that it left stands in the way.
    const owner = first.server()!;
    process.kill(first.child.pid!, 'SIGKILL');
    // Asked until it is gone, the server has lines to log that nobody reads any more.
    const asking = async () => {
      while ((await health(port)) !== 0);
    };
    await Promise.all(Array.from({ length: 8 }, asking));
    await expect.poll(() => isAlive(owner), { timeout: 10_000 }).toBe(false);
    const third = up();
    await third.says(/Grim Lantern is up: /);
    expect(third.said).toContain('Database up to date');
    expect(third.said).not.toContain('demo loaded');
    expect(await health(port)).toBe(200);
    third.child.kill('SIGTERM');
    expect(await third.ended).toBe(0);
    expect(await health(port)).toBe(0);

    // Another program on the port: it is told, and nothing moves.
    const other = createServer().listen(port, '127.0.0.1');
    const fourth = up();
    expect(await fourth.ended).toBe(1);
    expect(fourth.said).toContain(`Port ${port} is in use by another program.`);
    other.close();
  } finally {
    await endAll(state, running);
  }
});

test('a fresh installation asks for the workshop and its owner, and holds no demo', async ({ page }) => {
  test.setTimeout(240_000);
  const state = ownFolder();
  const up = new StartCommand(state, await anyFreePort(), '--fresh');
  try {
    await up.says(/Make your workshop: (\S+)/);
    const link = /Make your workshop: (\S+)/.exec(up.said)![1]!;
    await page.goto(link);
    await page.getByLabel('Name of the workshop').fill('Quay Street Garage');
    await page.getByLabel('Your name').fill('R. Okafor');
    await page.getByLabel(/^Login/).fill('okafor');
    await page.getByLabel(/^Password/).fill('too short');
    await page.getByRole('button', { name: 'Make the workshop' }).click();
    await expect(page.getByRole('alert')).toContainText('Expected at least 12 characters');
    await page.getByLabel(/^Password/).fill('a lamp in the cavity of fuse 5');
    await page.getByRole('button', { name: 'Make the workshop' }).click();
    await expect(page.getByRole('heading', { name: 'Vehicles' })).toBeVisible();
    await expect(page.getByRole('list', { name: 'Vehicles' }).getByRole('listitem')).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Signed in: R. Okafor' })).toBeVisible();
    // The link made one workshop: it makes no second.
    await page.context().clearCookies();
    await page.goto(link);
    await page.reload();
    for (const [label, text] of [
      ['Name of the workshop', 'Another'],
      ['Your name', 'X'],
    ] as const) {
      await page.getByLabel(label).fill(text);
    }
    await page.getByLabel(/^Login/).fill('another');
    await page.getByLabel(/^Password/).fill('a lamp in the cavity of fuse 5');
    await page.getByRole('button', { name: 'Make the workshop' }).click();
    await expect(page.getByRole('alert')).toContainText('This link makes no workshop');
  } finally {
    up.child.kill('SIGTERM');
    await up.ended;
    rmSync(state, { recursive: true, force: true });
  }
});

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
