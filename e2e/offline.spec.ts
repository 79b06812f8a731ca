import type { LoggedEvent } from '@grim-lantern/core';
import type { Page } from '@playwright/test';
import {
  enter,
  expect,
  hiddenShort,
  jobEvents,
  library,
  nothingWrong,
  openJob,
  playToTheEnd,
  repairAndProve,
  recordCause,
  shownAction,
  test,
} from './workshop';

test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 } });

/** Waits until this device could do without the server: the page is kept, and the list's jobs are copied. */
async function readyForNoNetwork(page: Page): Promise<void> {
  const kept = () =>
    page.evaluate(async () => {
      const names = await caches.keys();
      const pieces = await Promise.all(
        names.map(async (name) => (await (await caches.open(name)).keys()).length),
      );
      const registration = await navigator.serviceWorker.getRegistration();
      return registration?.active?.state === 'activated' ? pieces.reduce((sum, each) => sum + each, 0) : 0;
    });
  await expect.poll(kept, { timeout: 60_000 }).toBeGreaterThan(20);
}

/** Whether this device has a copy of what an address answers. */
function isCopied(page: Page, address: string): Promise<boolean> {
  return page.evaluate(
    (key) =>
      new Promise<boolean>((resolve) => {
        const opening = indexedDB.open('grim-lantern-copies');
        opening.onerror = () => resolve(false);
        opening.onsuccess = () => {
          const asked = opening.result.transaction('copies').objectStore('copies').count(key);
          asked.onsuccess = () => resolve(asked.result > 0);
          asked.onerror = () => resolve(false);
        };
      }),
    address,
  );
}

test('on a phone without a network a job is opened cold and brought to its proof; then two devices’ entries merge', async ({
  page,
  house,
  browser,
}) => {
  test.setTimeout(240_000);
  const job = jobEvents.replace('/api', '').replace('/events', '');
  await page.goto(house.address);
  await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('%');
  await readyForNoNetwork(page);
  // The job itself was never opened here: it is copied from the list.
  await expect.poll(() => isCopied(page, jobEvents), { timeout: 30_000 }).toBe(true);
  const other = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
  await openJob(other, house.address, 'P. Lindqvist');
  const asked = await shownAction(other);

  await house.stop();
  const context = page.context();
  await page.close();
  const cold = await context.newPage();
  await cold.goto(`${house.address}${job}`);
  await expect(cold.getByText(/No connection: as read at/)).toBeVisible();
  const { suspect, readings } = await playToTheEnd(cold, hiddenShort('W17'));
  expect(suspect).toBe('W17');
  await recordCause(cold);
  await repairAndProve(cold, nothingWrong(library));
  const waiting = await cold.getByTestId('reading').count();
  await cold.close();

  // Meanwhile the other device, cut off as well, took the reading that it was asked for.
  await enter(other, asked.test, { kind: 'outcome', outcome: 'none' });
  await expect(other.getByText('not sent yet')).toBeVisible();
  await house.start();
  await expect(other.getByText('not sent yet')).toBeHidden();
  const again = await context.newPage();
  await again.goto(`${house.address}${job}`);
  const stored = async () => {
    const reply = await again.request.get(`${house.address}${jobEvents}`);
    return ((await reply.json()) as { events: LoggedEvent[] }).events;
  };
  const taken = async () => (await stored()).filter(({ type }) => type === 'reading-taken').length;
  // One more than the phone had: the other device's.
  await expect.poll(taken, { timeout: 30_000 }).toBe(waiting + 1);
  await expect(again.getByText('not sent yet')).toBeHidden();
  const events = await stored();
  expect(readings).toBeLessThan(waiting);
  expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
  expect(events.at(-1)).toMatchObject({ type: 'job-closed', proven: true });
  await other.context().close();
});

test('a job is opened and worked on without a network, and is the workshop’s once it is back', async ({
  page,
  house,
}) => {
  await page.goto(house.address);
  await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('%');
  await readyForNoNetwork(page);
  const workshop = (await (await page.request.get(`${house.address}/api/workshop`)).json()) as {
    circuits: { id: string; name: string }[];
  };
  const circuit = workshop.circuits.find(({ name }) => name === library.name)!;
  await expect.poll(() => isCopied(page, `/api/circuits/${circuit.id}`), { timeout: 30_000 }).toBe(true);
  await house.stop();
  await page.getByRole('button', { name: /New job/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Circuit').selectOption(circuit.id);
  await dialog.getByLabel('What fails').fill('Saloon dark at the lake');
  await dialog.getByLabel(/^Complaint/).fill('Since the ford.');
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  await page.getByTestId('complaint-question').getByRole('button', { name: /Skip/ }).click();
  const { test: asked, state } = await shownAction(page);
  await enter(page, asked, hiddenShort('W17').read(asked, state));
  await expect(page.getByTestId('reading')).toHaveCount(1);
  await page.reload();
  await expect(page.getByTestId('reading')).toHaveCount(1);
  const jobId = /[0-9a-f-]{36}/.exec(page.url())![0];
  await page.goto(house.address);
  await expect(page.getByRole('list', { name: 'Opened on this device' })).toContainText('Saloon dark');
  await house.start();
  await expect(page.getByRole('list', { name: 'Opened on this device' })).toBeHidden({ timeout: 30_000 });
  await expect
    .poll(async () => {
      const reply = await page.request.get(`${house.address}/api/jobs/${jobId}/events`);
      const { events } = (await reply.json()) as { events?: LoggedEvent[] };
      return events?.map(({ type }) => type).filter((type) => type !== 'state-set');
    })
    .toEqual(['complaint-set', 'reading-taken']);
  await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('Saloon dark at the lake');
});
