import { startCluster } from '../scripts/postgres';
import {
  enter,
  expect,
  follow,
  hiddenShort,
  jobEvents,
  openHouse,
  openJob,
  settled,
  shownAction,
  test,
} from './workshop';

const badReadings = ['', '12 V', '1e9', 'about ten', '9'.repeat(10_000), '<b>3</b>'];

test('bad readings get one sentence, store nothing and keep what was typed', async ({ page, house }) => {
  await openJob(page, house.address);
  await page.getByRole('button', { name: 'Measure something else' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Instrument').selectOption('ohmmeter');
  const field = dialog.getByRole('textbox');
  for (const typed of badReadings) {
    await field.fill(typed);
    await dialog.getByRole('button', { name: 'Enter' }).click();
    await expect(dialog.getByRole('alert')).toContainText(/^Reading: expected ohms, such as .*\.$/);
    await expect(field).toHaveValue(typed);
  }
  await field.fill('-0');
  await dialog.getByRole('button', { name: 'Enter' }).click();
  await expect(page.getByTestId('reading').first()).toContainText('0 Ω');
});

test('HTML in a complaint is words, in the list and in the job', async ({ page, house }) => {
  const text = '<img src=x onerror="document.title=\'broken\'"> & <b>bold</b>';
  await page.goto(house.address);
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await page.keyboard.press('n');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('What fails: expected a few words.');
  await dialog.getByLabel('What fails').fill('<script>1</script>');
  await dialog.getByLabel(/Complaint/).fill(text);
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByText(text)).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('<script>1</script>');
  expect(await page.title()).toBe('Grim Lantern');
});

test('a thumb that taps twice takes one reading', async ({ page, house }) => {
  await openJob(page, house.address);
  await page.getByTestId('next').locator('[data-outcome="none"]').dblclick();
  await settled(page);
  await expect(page.getByTestId('reading')).toHaveCount(2);
});

test('two technicians on one job both see both readings', async ({ browser, house }) => {
  const [one, other] = await Promise.all([browser.newPage(), browser.newPage()]);
  await openJob(one, house.address, 'M. Oduya');
  await openJob(other, house.address, 'P. Lindqvist');
  const asked = await shownAction(one);
  // At once: nothing goes out before both have tapped, so that neither has heard of the other's.
  let open = () => undefined as void;
  const gate = new Promise<void>((resolve) => (open = resolve));
  for (const page of [one, other]) {
    await page.route('**/api/jobs/*/events*', (route) => gate.then(() => route.continue()));
    await enter(page, asked.test, { kind: 'outcome', outcome: 'none' });
  }
  open();
  for (const page of [one, other]) {
    await expect(page.getByTestId('reading')).toHaveCount(3);
    await expect(page.getByRole('list', { name: 'Ledger' })).toContainText('P. Lindqvist');
    await expect(page.getByText('not sent yet')).toBeHidden();
    await page.close();
  }
});

test('with the server gone, entries are kept over a reload of the page’s data and sent when it is back', async ({
  page,
  house,
}) => {
  await openJob(page, house.address);
  await house.stop();
  const asked = await shownAction(page);
  await enter(page, asked.test, { kind: 'outcome', outcome: 'none' });
  await expect(page.getByRole('alert')).toContainText('1 entry is kept here');
  await settled(page);
  await expect(page.getByTestId('reading').first()).toContainText('not sent yet');
  await house.start();
  await expect(page.getByText('not sent yet')).toBeHidden();
  const { events } = (await (await page.request.get(`${house.address}${jobEvents}`)).json()) as {
    events: { type: string }[];
  };
  expect(events.map(({ type }) => type)).toEqual([
    'complaint-set',
    'reading-taken',
    'state-set',
    'reading-taken',
  ]);
});

test('with the database killed in the middle of a reading, the interface says so and sends it when it is back', async ({
  page,
}) => {
  const cluster = await startCluster({ name: 'killed-postgres', throwaway: true });
  try {
    cluster.dropDatabase('lantern');
    cluster.createDatabase('lantern');
    const house = await openHouse(cluster.url('lantern'));
    const vehicle = hiddenShort('W17');
    await openJob(page, house.address);
    await follow(page, vehicle);
    await expect(page.getByText('not sent yet')).toBeHidden();

    // All is at hand before it dies: the cluster's keeper starts it again within seconds.
    const second = await shownAction(page);
    process.kill(cluster.pid() ?? 0, 'SIGKILL');
    await enter(page, second.test, vehicle.read(second.test, second.state));
    await expect(page.getByRole('alert')).toContainText('The database cannot be reached');
    // The cluster's keeper starts it again; nothing is pressed here.
    await expect(page.getByText('not sent yet')).toBeHidden({ timeout: 40_000 });
    await expect(page.getByRole('alert')).toBeHidden();
    const reply = (await (await page.request.get(`${house.address}${jobEvents}`)).json()) as {
      events: { type: string }[];
    };
    expect(reply.events.filter(({ type }) => type === 'reading-taken')).toHaveLength(3);
    await house.stop();
  } finally {
    await cluster.stop();
  }
});

test('a job that is not there says so, and leads back', async ({ page, house }) => {
  await page.goto(`${house.address}/jobs/00000000-0000-4000-8000-000000000000`);
  await expect(page.getByText('There is no such job in this workshop.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the jobs' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
});

test('an entry that is refused stays through a reload, is mended by hand and then stored; the others went at once', async ({
  page,
  house,
}) => {
  await openJob(page, house.address);
  // A tablet whose clock runs three days ahead.
  await page.clock.install({ time: new Date(Date.now() + 3 * 86_400_000) });
  await page.reload();
  const asked = await shownAction(page);
  await enter(page, asked.test, { kind: 'outcome', outcome: 'none' });
  await page.clock.runFor(3000);
  await expect(page.getByRole('alert')).toContainText('set the clock of this device');
  await page.clock.setSystemTime(new Date());
  await page.reload();
  await expect(page.getByRole('alert')).toContainText('set the clock of this device');
  await page.getByRole('link', { name: 'Look' }).click();
  const entry = page.getByRole('region', { name: 'Refused' }).getByRole('listitem');
  await expect(entry).toHaveCount(1);
  await entry.getByRole('button', { name: 'Send again' }).click();
  await page.clock.runFor(3000);
  await expect(page.getByText('Everything that was entered on this device is stored.')).toBeVisible();
  const reply = (await (await page.request.get(`${house.address}${jobEvents}`)).json()) as {
    events: { type: string; at: string }[];
  };
  const last = reply.events.at(-1)!;
  expect(last.type).toBe('reading-taken');
  expect(Date.parse(last.at)).toBeLessThan(Date.now() + 60_000);
});
