import {
  backedOutPin,
  enter,
  expect,
  hiddenShort,
  jobEvents,
  openJob,
  playToTheEnd,
  recordCause,
  relayJobPath,
  settled,
  shownAction,
  test,
} from './workshop';

test('the flagship job is played to its cause, over a reload and a server restart, past one withdrawn reading', async ({
  page,
  house,
}) => {
  const vehicle = hiddenShort('W17');
  await openJob(page, house.address);
  await expect(page.getByTestId('probe-flag')).toBeVisible();

  // A first reading, entered wrong on purpose: the opposite of what the instrument shows.
  const first = await shownAction(page);
  expect(first.test.instrument).toBe('clamp');
  await enter(page, first.test, { kind: 'outcome', outcome: 'passes' });
  await settled(page);
  await expect(page.getByTestId('reading')).toHaveCount(2);
  expect(Number(await page.getByTestId('section-W17').getAttribute('data-percent'))).toBeLessThan(10);

  await page.reload();
  await settled(page);
  await expect(page.getByTestId('reading')).toHaveCount(2);
  await page.getByTestId('reading').first().getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.locator('[data-testid="reading"][data-withdrawn="true"]')).toHaveCount(1);
  await settled(page);
  // What passes behind the limiter is asked for again: the reading that answered it no longer stands.
  const again = await shownAction(page);
  expect(again.test.instrument).toMatch(/^(clamp|cavity-lamp)$/);

  await enter(page, again.test, vehicle.read(again.test, again.state));
  await expect(page.getByTestId('reading')).toHaveCount(3);
  await settled(page);
  await house.restart();
  await page.reload();
  await settled(page);
  await expect(page.getByTestId('reading')).toHaveCount(3);

  const { suspect, readings } = await playToTheEnd(page, vehicle);
  expect(suspect).toBe('W17');
  expect(readings).toBeLessThanOrEqual(10);
  await expect(page.getByRole('region', { name: 'Found' })).toContainText('hinge loom, feed');

  await recordCause(page, 'rubbed through at the hinge grommet');
  await expect(page.getByRole('region', { name: 'Cause' })).toContainText(
    'rubbed through at the hinge grommet',
  );
  await expect(async () => {
    const { events } = (await (await page.request.get(`${house.address}${jobEvents}`)).json()) as {
      events: { type: string }[];
    };
    expect(events.at(-1)?.type).toBe('cause-found');
  }).toPass();
  await page.getByRole('link', { name: 'Grim Lantern' }).click();
  await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('Cause found: hinge loom, feed');
});

test(
  'a relay that does nothing is followed to the pin that backed out of its interlock',
  { tag: '@long' },
  async ({ page, house }) => {
    await openJob(page, house.address, 'P. Lindqvist', relayJobPath);
    const vehicle = backedOutPin();
    const { suspect } = await playToTheEnd(page, vehicle);
    expect(suspect).toBe('C3');
    await expect(page.getByRole('region', { name: 'Found' })).toContainText('Pin 1 backed out');
    expect(await page.getByTestId('part-C3#1').getAttribute('data-percent')).not.toBe('0');
    await recordCause(page);
    await expect(page.getByRole('region', { name: 'Cause' })).toContainText('C3 interlock');
  },
);

test('holding an outcome shows on the map what it would leave', async ({ page, house }) => {
  await openJob(page, house.address);
  const hinge = page.getByTestId('section-W17');
  const duct = page.getByTestId('section-W21');
  const before = [await hinge.getAttribute('data-percent'), await duct.getAttribute('data-percent')].map(
    Number,
  );
  await page.getByTestId('next').locator('[data-outcome="none"]').hover();
  await expect(duct).toHaveAttribute('data-percent', '0');
  expect(Number(await hinge.getAttribute('data-percent'))).toBeGreaterThan(before[0]!);
  await page.getByRole('heading', { level: 2 }).hover();
  await expect(duct).toHaveAttribute('data-percent', String(before[1]));
});

test('a point that cannot be reached is left out, and comes back when it is allowed', async ({
  page,
  house,
}) => {
  await openJob(page, house.address);
  const first = await shownAction(page);
  await page.getByRole('button', { name: 'Can’t reach' }).click();
  await page.getByRole('button', { name: /^Not this point/ }).click();
  await expect(page.getByTestId('next')).not.toHaveAttribute('data-at', first.test.at);
  await page.getByRole('list', { name: 'Out of reach' }).getByRole('button', { name: 'Allow' }).click();
  await expect(page.getByTestId('next')).toHaveAttribute('data-at', first.test.at);
});

test('the state is set in one tap and stored with the reading', async ({ page, house }) => {
  await openJob(page, house.address);
  await page.getByRole('button', { name: 'Setup done' }).click();
  await expect(page.getByRole('region', { name: 'State of the vehicle' })).toContainText(
    'Fuse 17: lamp 21 W',
  );
  await settled(page);
  const { test: asked, state } = await shownAction(page);
  await enter(page, asked, hiddenShort('W17').read(asked, state));
  await expect(page.getByTestId('reading').first()).toContainText('Fuse 17: lamp 21 W');
});

test('any point is found by its name, answers what would be read there, and takes a reading', async ({
  page,
  house,
}) => {
  await openJob(page, house.address);
  await expect(page.getByTestId('next')).toBeVisible();
  // By name, from the keyboard; a key of the place does its own thing, and none while something is typed.
  await page.keyboard.press('?');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('option', { name: 'Show the suspect G' })).toBeVisible();
  await dialog.getByRole('combobox').fill('fuse 17');
  await dialog.getByRole('option', { name: 'Fuse 17, supply leg' }).click();
  await expect(dialog.getByLabel('Point')).toHaveValue('F17.feed');
  await dialog.getByLabel('Instrument').selectOption('voltmeter');
  await expect(dialog.getByRole('row', { name: /Healthy/ })).toContainText('12.6 V');
  await dialog.getByRole('textbox').fill('12,5 V');
  await dialog.getByRole('button', { name: 'Enter' }).click();
  await expect(page.getByTestId('reading').first()).toContainText('12.5 V');
});
