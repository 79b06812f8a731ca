import type { ReadingValue, Test } from '@grim-lantern/core';
import { instrumentById } from '@grim-lantern/core';
import { readFileSync } from 'node:fs';
import {
  backedOutPin,
  demister,
  enter,
  expect,
  fan,
  follow,
  followAside,
  hiddenFault,
  hiddenShort,
  library,
  nothingWrong,
  openDeadRamp,
  openNewJob,
  playToTheEnd,
  repairAndProve,
  recordCause,
  reportSays,
  settled,
  shownAction,
  step,
  take,
  test,
} from './workshop';

test('three things dead that share one relay: from the board to the report', async ({ page, house }) => {
  const burnt = { kind: 'hold', role: 'normallyOpen', joined: false } as const;
  const vehicle = hiddenFault(demister, 'K5', { kind: 'part', part: 'K5', effect: burnt });
  await openNewJob(page, house.address, {
    circuit: 'Heated glass and mirrors',
    title: 'Glass and mirrors stay cold',
    complaint: 'Since this morning. Nothing done before.',
  });
  await step(page, 'Seen');
  const strip = page.getByRole('region', { name: 'State of the vehicle' });
  await strip.getByRole('radio', { name: 'Run' }).click();
  await strip.getByRole('radio', { name: 'On' }).click();
  for (const load of ['DEM', 'ML', 'MR']) {
    const tile = page.getByTestId(`tile-${load}`);
    await tile.getByRole('button', { name: 'Dead' }).click();
    await expect(tile.getByRole('button', { name: 'Dead' })).toHaveAttribute('aria-pressed', 'true');
  }
  // A slip of the thumb, put right on the tile: both stay in the record, one counts.
  const left = page.getByTestId('tile-ML');
  await left.getByRole('button', { name: 'Works' }).click();
  await left.getByRole('button', { name: 'Dead' }).click();
  await expect(left.getByRole('button', { name: 'Dead' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.locator('[data-testid="reading"][data-withdrawn="true"]')).toHaveCount(2);

  await step(page, 'Measured');
  const { suspect } = await playToTheEnd(page, vehicle);
  expect(suspect).toBe('K5');
  await recordCause(page, 'contact burnt away', 'heat');
  await expect(page.getByRole('region', { name: 'Cause' })).toContainText(
    'Why it failed: Heat had made it brittle or melted it.',
  );
  await repairAndProve(page, nothingWrong(demister));

  await step(page, 'Heard');
  await expect(page.getByRole('list', { name: 'Hand-over' }).getByRole('listitem')).toHaveCount(5);
  await page.getByRole('link', { name: 'Report and export' }).click();
  await expect(page.getByRole('heading', { name: /Proof/ })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Harness drawing' })).toBeVisible();
  const saved: Record<string, Buffer> = {};
  for (const kind of ['PDF', 'CSV', 'JSON']) {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: kind }).click();
    saved[kind] = readFileSync(await (await download).path());
  }
  expect(saved['PDF']!.subarray(0, 5).toString()).toBe('%PDF-');
  // One or two pages: each has its own page object.
  const pages = saved['PDF']!.toString('latin1').match(/\/Type \/Page\b(?!s)/g)?.length ?? 0;
  expect(pages).toBeGreaterThanOrEqual(1);
  expect(pages).toBeLessThanOrEqual(2);
  const rows = saved['CSV']!.toString().trim().split('\r\n');
  expect(rows[0]).toMatch(/^number,time,technician,instrument,point/);
  const job = JSON.parse(saved['JSON']!.toString()) as {
    events: { type: string }[];
    origin: { jobId: string };
  };
  expect(rows).toHaveLength(1 + job.events.filter(({ type }) => type === 'reading-taken').length);

  // Another installation, here the same one under another name, takes it in whole.
  const moved = JSON.stringify({ ...job, title: 'From elsewhere' });
  await page.goto(house.address);
  await page.getByLabel('Job file').setInputFiles({
    name: 'job.json',
    mimeType: 'application/json',
    buffer: Buffer.from(moved),
  });
  await expect(page).toHaveURL(new RegExp(job.origin.jobId));
});

test(
  'a fuse that opened with nothing behind it is searched, and closed honestly, unproven',
  { tag: '@long' },
  async ({ page, house }) => {
    const vehicle = nothingWrong(library);
    await openNewJob(page, house.address, {
      circuit: 'Saloon',
      title: 'Fuse 17 blew once',
      complaint: 'Once, on a bump. It holds since.',
    });
    await step(page, 'Heard');
    await page.getByRole('radio', { name: 'Comes and goes' }).click();
    await page.getByRole('button', { name: 'Blows now and then' }).click();
    await expect(page.getByTestId('reading')).toHaveCount(1);
    // Before anything was looked for, there is no honest end.
    await step(page, 'Repaired');
    await expect(page.getByRole('button', { name: 'Close as proven' })).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Close', exact: true })).toBeDisabled();
    await step(page, 'Measured');
    const stop = page.getByRole('region', { name: 'Nothing reproduces' });
    for (let taken = 0; taken < 20 && !(await stop.isVisible()); taken++) await follow(page, vehicle);
    await expect(stop).toContainText('it is fair to stop');
    await expect(stop).toContainText('as labelled');
    await stop.getByRole('button', { name: 'Close', exact: true }).click();
    await step(page, 'Repaired');
    await expect(page.getByRole('region', { name: 'Closed' })).toContainText('Closed unproven');
    await page.getByRole('link', { name: 'Grim Lantern' }).click();
    await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('Nothing reproduces');
    await page.getByRole('link', { name: /Fuse 17 blew once/ }).click();
    await reportSays(page, 'Closed unproven', 'readings are what a healthy circuit shows');
  },
);

test('a module is named only after its list is read, and only then repaired', async ({ page, house }) => {
  const dead = { kind: 'hold', role: '41', joined: false } as const;
  const vehicle = hiddenFault(fan, 'EM', { kind: 'part', part: 'EM', effect: dead });
  await openNewJob(page, house.address, {
    circuit: 'Radiator fan',
    title: 'Fan never runs',
    complaint: 'Runs hot in traffic. Fan new last month.',
  });
  const strip = page.getByRole('region', { name: 'State of the vehicle' });
  await strip.getByRole('radio', { name: 'Run' }).click();
  await strip.getByRole('radio', { name: 'Hot' }).click();
  await step(page, 'Seen');
  await page.getByTestId('tile-FAN').getByRole('button', { name: 'Dead' }).click();
  await expect(page.getByTestId('reading')).toHaveCount(1);
  await step(page, 'Measured');
  const { suspect } = await playToTheEnd(page, vehicle);
  expect(suspect).toBe('EM');
  await step(page, 'Module');
  const lines = page.getByRole('list', { name: 'Check-list' }).getByRole('listitem');
  await expect(lines.first()).toBeVisible();
  // What the search itself has not read keeps the module from being named.
  const unread = await lines
    .filter({ hasText: /pin [12],/ })
    .filter({ hasText: 'not read' })
    .count();
  await step(page, 'Measured');
  await expect(page.getByRole('button', { name: /Record the cause|Cause found/ })).toHaveCount(
    unread === 0 ? 1 : 0,
  );
  await expect(page.getByText('A module is judged last')).toHaveCount(unread === 0 ? 0 : 1);
  await step(page, 'Module');
  for (const pin of ['pin 1', 'pin 2']) {
    const line = lines.filter({ hasText: `${pin},` });
    if (!(await line.innerText()).includes('not read')) continue;
    await line.getByRole('button', { name: 'Read' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Instrument').selectOption('voltmeter');
    const state = JSON.parse(
      (await dialog.getByTestId('point').getAttribute('data-vehicle')) ?? '{}',
    ) as never;
    const at = pin === 'pin 1' ? 'EM.1' : 'EM.2';
    const value = vehicle.read({ instrument: 'voltmeter', at }, state);
    await enter(page, { instrument: 'voltmeter', at }, value, dialog);
    await expect(dialog).toBeHidden();
    await expect(line).toContainText('good');
  }
  await expect(lines.filter({ hasText: /pin [12],/ }).filter({ hasText: 'not read' })).toHaveCount(0);
  await step(page, 'Measured');
  await recordCause(page);
  await expect(page.getByRole('region', { name: 'Cause' })).toContainText('Engine module');
});

test(
  'a customer who says no to the strip: what lies behind it is left alone, and the record says why',
  { tag: '@long' },
  async ({ page, house }) => {
    const vehicle = hiddenShort('W14');
    await openNewJob(page, house.address, {
      circuit: 'Saloon',
      title: 'Fuse 17 blows at once',
      complaint: 'Since the roof was washed.',
    });
    await step(page, 'Heard');
    await page.getByRole('button', { name: 'Blows at once' }).click();
    await expect(page.getByTestId('reading')).toHaveCount(1);
    await step(page, 'Measured');
    // The search comes to the headliner: dear enough to ask first.
    const ask = page.getByRole('button', { name: 'Ask the customer' });
    for (let taken = 0; taken < 14 && !(await ask.isVisible()); taken++) await follow(page, vehicle);
    await expect(page.getByRole('region', { name: 'Stop or go on' })).toContainText('headliner');
    await ask.click();
    await expect(page.getByLabel('Customer’s approval for')).toHaveValue(/headliner/);
    await page.getByRole('button', { name: 'Ask', exact: true }).click();
    await page.getByRole('link', { name: 'Grim Lantern' }).click();
    await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('Waiting for the customer');
    await page.getByRole('link', { name: /Fuse 17 blows at once/ }).click();
    await step(page, 'Repaired');
    await page.getByLabel('In the customer’s words').fill('not this month');
    await page.getByRole('button', { name: 'No', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Customer' })).toContainText('No. not this month');

    // The search goes on without those places, as long as anything within reach tells more.
    await step(page, 'Measured');
    const over = page.getByRole('heading', { name: 'No reading would tell more' });
    const behind = /headliner-/;
    for (let taken = 0; taken < 3; taken++) {
      await settled(page);
      if (await over.isVisible()) break;
      const { test: asked } = await shownAction(page);
      expect(asked.at).not.toMatch(behind);
      await follow(page, vehicle);
    }
    await step(page, 'Repaired');
    await page.getByLabel(/Close it unproven/).fill('The customer declined the headliner; fuse 17 left out.');
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Closed' })).toContainText('Closed unproven');
    await reportSays(page, 'Closed unproven', 'not this month');
  },
);

/** 12.5 V where there is none, or none where there are 12.5 V; another outcome than the true one. */
function opposite(asked: Test, truth: ReadingValue): ReadingValue {
  if (truth.kind === 'number') return { kind: 'number', value: truth.value > 6 ? 0 : 12.5 };
  const { display } = instrumentById(asked.instrument);
  const outcomes = display.kind === 'outcomes' ? display.outcomes : [];
  const other = outcomes.find(({ id }) => truth.kind === 'outcome' && id !== truth.outcome);
  return { kind: 'outcome', outcome: other?.id ?? '' };
}

test(
  'a wrong entry early in the job is found later, corrected, and the cause with it',
  { tag: '@long' },
  async ({ page, house }) => {
    await openDeadRamp(page, house.address);
    await step(page, 'Measured');
    await settled(page);
    const vehicle = backedOutPin();
    const first = await shownAction(page);
    const truth = vehicle.read(first.test, first.state);
    await enter(page, first.test, opposite(first.test, truth));
    await settled(page);
    const mistake = page.getByText(/fits worst: take it again/);
    await followAside(page, vehicle, (_action, job) => job.assessment().posterior.doubtful.length === 0);
    await expect(mistake).toBeVisible();
    await page
      .getByTestId('reading')
      .filter({ has: mistake })
      .getByRole('button', { name: 'Correct' })
      .click();
    const dialog = page.getByRole('dialog');
    await enter(page, first.test, truth, dialog);
    await expect(page.locator('[data-testid="reading"][data-withdrawn="true"]')).toContainText('corrected');
    await followAside(page, vehicle, () => true);
    await expect(page.getByRole('region', { name: 'Found' })).toHaveAttribute('data-suspect', 'C3');
    await reportSays(page, 'withdrawn: corrected');
  },
);

test('what comes and goes is found by moving the harness where it hides', async ({ page, house }) => {
  const short = { kind: 'short to ground', section: 'W17', ohms: 0.1, position: 0.5 } as const;
  const moved = hiddenFault(library, 'W17', short);
  const still = nothingWrong(library);
  await openNewJob(page, house.address, {
    circuit: 'Saloon',
    title: 'Fuse 17 blows on bumps',
    complaint: 'Twice a week, on bumps; holds in the yard.',
  });
  await step(page, 'Heard');
  await page.getByRole('radio', { name: 'Comes and goes' }).click();
  await page.getByRole('button', { name: 'Blows now and then' }).click();
  await expect(page.getByTestId('reading')).toHaveCount(1);
  await step(page, 'Measured');
  const seen = page.getByRole('region', { name: 'Damage seen' });
  await followAside(page, still, ({ test: asked }) => asked.at !== 'hinge');
  for (let taken = 0; taken < 25 && !(await seen.isVisible()); taken++) {
    const { test: asked, state } = await shownAction(page);
    // The fault is there only while a hand moves the loom, and for an eye that looks at it.
    const value =
      asked.instrument === 'wiggle'
        ? ({ kind: 'outcome', outcome: asked.at === 'hinge' ? 'changes' : 'nothing' } as const)
        : (asked.instrument === 'look' ? moved : still).read(asked, state);
    await take(page, asked, value);
  }
  await seen.getByRole('button', { name: /hinge loom, feed, yellow-grey/ }).click();
  await page.getByRole('button', { name: 'Record the cause' }).click();
  await expect(page.getByRole('region', { name: 'Cause' })).toContainText('hinge loom, feed');
});
