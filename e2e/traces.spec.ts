import type { Recorder, Recording } from '@grim-lantern/core';
import { recordTrace, seededRandom } from '@grim-lantern/core';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import {
  expect,
  fan as fanCircuit,
  hiddenFault,
  nothingWrong,
  playToTheEnd,
  repairAndProve,
  recordCause,
  step,
  test,
} from './workshop';

const recorder: Recorder = { samplesPerSecond: 1000, noiseAmps: 0.08, offsetAmps: 0.15, gain: 1.01 };
const fan: Recording = {
  character: 'motor',
  healthyAmps: 10.6,
  kind: 'healthy',
  times: 1,
  seconds: 12,
  onAt: 1,
  pulseHertz: 180,
  bars: 12,
  limitAmps: 200,
};
const samplesOf = (recording: Partial<Recording>) => {
  const { times, channels } = recordTrace({ ...fan, ...recording }, recorder, seededRandom(6));
  return Array.from(times, (t, i) => [t, channels[0]!.values[i]!] as const);
};

/** The dragging fan, in five styles of export. */
const samples = samplesOf({ kind: 'draws too much', times: 1.7 });
const comma = (value: number, digits: number) => value.toFixed(digits).replace('.', ',');
const exports: Readonly<Record<string, string>> = {
  'comma.csv': `Time (s),Current (A)\n${samples.map(([t, a]) => `${t.toFixed(3)},${a.toFixed(3)}`).join('\n')}\n`,
  'semicolon.csv': `Zeit [s];Strom [A]\r\n${samples.map(([t, a]) => `${comma(t, 3)};${comma(a, 3)}`).join('\r\n')}\r\n`,
  'tab.txt': `Logger export\nSample interval:\t1 ms\nCurrent (A)\n${samples.map(([, a]) => a.toFixed(3)).join('\n')}\n`,
  'two-channels.csv': `t,Clamp,Battery\ns,A,V\n${samples.map(([t, a]) => `${t.toFixed(3)},${a.toFixed(3)},12.6`).join('\n')}\n`,
  'epoch.csv': `timestamp,A\n${samples.map(([t, a]) => `${1764057600000 + Math.round(t * 1000)},${a.toFixed(3)}`).join('\n')}\n`,
};

async function openFan(page: Page, address: string): Promise<void> {
  await page.goto(address);
  const link = page.getByRole('list', { name: 'Jobs' }).getByRole('link', { name: /Fan fuse/ });
  await page.goto(`${address}${await link.getAttribute('href')}`);
  await step(page, 'Recording');
}

const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
const verdict = (page: Page) => page.getByRole('region', { name: 'What the recording shows' });

test('a recording in each of five styles of export is read, judged, and entered as evidence', async ({
  page,
  house,
}) => {
  await openFan(page, house.address);
  await expect(page.getByText('a healthy circuit draws')).toContainText('10.8 A');
  for (const [name, text] of Object.entries(exports)) {
    await page.locator('input[accept*=".csv"]').setInputFiles(file(name, text));
    await expect(page.getByRole('region', { name: 'Measured' })).toContainText(`${name}: 12,000 samples`);
    await expect(verdict(page).getByRole('heading')).toHaveText('Draws too much');
  }
  await expect(verdict(page)).toContainText('× what a healthy one draws');
  await expect(verdict(page)).toContainText('Fuse 30, 30 A: this recording uses');
  const before = await page.getByTestId('reading').count();
  await verdict(page).getByRole('button', { name: 'Enter it in the job' }).click();
  await expect(page.getByTestId('reading')).toHaveCount(before + 1);
  await expect(page.getByTestId('reading').first()).toContainText('Draws too much');
  await expect(page.getByTestId('reading').first()).toContainText('Record the current in Fuse 30');
  await step(page, 'Measured');
  await expect(
    page.getByRole('region', { name: 'Found' }).or(page.getByTestId('next')).first(),
  ).toBeVisible();
});

test('before and after lie over each other; a file that is dropped is read, one that is none is refused', async ({
  page,
  house,
}) => {
  await openFan(page, house.address);
  await page.locator('input[accept*=".csv"]').setInputFiles(file('before.csv', exports['comma.csv']!));
  await expect(verdict(page)).toBeVisible();
  await page.getByRole('radio', { name: 'After', exact: true }).click();
  const healthy = samplesOf({}).map(([t, a]) => `${t.toFixed(3)},${a.toFixed(3)}`);
  await page.getByTestId('trace-drop').evaluate(
    (target, text) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([text], 'after.csv', { type: 'text/csv' }));
      target.dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, bubbles: true }));
    },
    `Time (s),Current (A)\n${healthy.join('\n')}\n`,
  );
  await expect(verdict(page).getByRole('heading')).toHaveText('Healthy');
  const chart = page.getByRole('group', { name: 'The recording over time' });
  await expect(chart.getByRole('list', { name: 'Lines' }).getByRole('listitem')).toHaveText([
    'Before',
    'After',
  ]);
  await expect(chart.locator('.scatterlayer .trace')).toHaveCount(4);
  await page
    .locator('input[accept*=".csv"]')
    .setInputFiles(file('letter.csv', 'Dear Sir,\nthe fan is loud.\n'));
  await expect(page.getByRole('alert')).toContainText('letter.csv: No two lines of numbers were found');
  await page.getByRole('radio', { name: 'Before', exact: true }).click();
  await expect(verdict(page).getByRole('heading')).toHaveText('Draws too much');
});

test('the fan from its first recording to the proof, the second laid over it, all kept with the job', async ({
  page,
  house,
}) => {
  await openFan(page, house.address);
  // The first recording lies with the job, and is open when the view is.
  await expect(verdict(page).getByRole('heading')).toHaveText('Starts high and climbs');
  await expect(verdict(page)).toContainText(/If the current goes on as it did, it opens between \d+ min/);
  await verdict(page).getByLabel('The fuse opened after, minutes').fill('15');
  await expect(verdict(page)).toContainText('That agrees with the recording');
  await verdict(page).getByLabel('The fuse opened after, minutes').fill('2');
  await expect(verdict(page)).toContainText('Sooner than this current opens it');
  await verdict(page).getByRole('button', { name: 'Enter it in the job' }).click();
  await expect(page.getByTestId('reading').first()).toContainText('Starts high and climbs');
  await step(page, 'Measured');
  const drags = { kind: 'bridge', role: 'element', ohms: 1.12 / 0.7, works: 0.8 } as const;
  const { suspect } = await playToTheEnd(
    page,
    hiddenFault(fanCircuit, 'FAN', { kind: 'part', part: 'FAN', effect: drags }),
  );
  expect(suspect).toBe('FAN');
  await recordCause(page, 'turns hard, bearing dry');
  await repairAndProve(page, nothingWrong(fanCircuit));

  await step(page, 'Recording');
  // Without its fuse in the cavity, what is recorded through it is not held against anything.
  const inCavity = page.getByRole('dialog').getByLabel('Fuse 30', { exact: true });
  await page.getByRole('button', { name: 'Unplug, pull …' }).click();
  await inCavity.selectOption({ index: 1 });
  await page.keyboard.press('Escape');
  await expect(page.getByText('In the cavity of Fuse 30 is no fuse now')).toBeVisible();
  await page.getByRole('button', { name: 'Unplug, pull …' }).click();
  await inCavity.selectOption({ label: 'fuse fitted' });
  await page.keyboard.press('Escape');
  await expect(page.getByText('a healthy circuit draws')).toContainText('10.8 A');
  await page.getByRole('radio', { name: 'After', exact: true }).click();
  const rows = samplesOf({}).map(([t, a]) => `${t.toFixed(3)},${a.toFixed(3)}`);
  const text = `Time (s),Current (A)\n${rows.join('\n')}\n`;
  await page.locator('input[accept*=".csv"]').setInputFiles(file('after.csv', text));
  await expect(verdict(page).getByRole('heading')).toHaveText('Healthy');
  await expect(page.getByText('Kept with the job.', { exact: true })).toBeVisible();
  const chart = page.getByRole('group', { name: 'The recording over time' });
  await expect(chart.getByRole('list', { name: 'Lines' }).getByRole('listitem')).toHaveText([
    'Before',
    'After',
  ]);
  await expect(chart.locator('.scatterlayer .trace')).toHaveCount(4);

  // Sample for sample: what is saved is what was read.
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const saved = readFileSync(await (await download).path(), 'utf8')
    .trim()
    .split('\n');
  expect(saved).toHaveLength(rows.length + 1);
  expect(saved.slice(1).map((row) => row.split(',').map((each) => Number(each) + 0))).toEqual(
    rows.map((row) => row.split(',').map((each) => Number(each) + 0)),
  );

  // Opened again, both are there; put aside, one is not drawn any more, and can be taken back.
  await page.reload();
  await expect(chart.getByRole('list', { name: 'Lines' }).getByRole('listitem')).toHaveText([
    'Before',
    'After',
  ]);
  await expect(chart.locator('.scatterlayer .trace')).toHaveCount(4);
  const kept = page.getByRole('region', { name: 'Kept with this job' }).getByRole('listitem');
  await expect(kept).toHaveCount(2);
  await kept.filter({ hasText: 'after.csv' }).getByRole('button', { name: 'Put aside' }).click();
  await expect(
    kept.filter({ hasText: 'after.csv' }).getByRole('button', { name: 'Take back' }),
  ).toBeVisible();
});

test('a file picked before the kept recordings have arrived stays where it was put, and is kept once', async ({
  page,
  house,
}) => {
  let arrive = () => {};
  const late = new Promise<void>((resolve) => (arrive = resolve));
  await page.route('**/api/jobs/*/traces', async (route) => {
    await late;
    await route.continue();
  });
  // It is stored, but the answer is lost: tried again, it is there once.
  let lost = false;
  await page.route('**/api/jobs/*/traces/*', async (route) => {
    if (lost) return route.continue();
    lost = true;
    await route.fetch();
    await route.abort();
  });
  await openFan(page, house.address);
  await page.locator('input[accept*=".csv"]').setInputFiles(file('own.csv', exports['comma.csv']!));
  await expect(page.getByText('Not kept with the job. The server cannot be reached.')).toBeVisible();
  arrive();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('Kept with the job.', { exact: true })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Kept with this job' }).getByRole('listitem')).toHaveCount(2);
  await expect(verdict(page).getByRole('heading')).toHaveText('Draws too much');
  await expect(page.getByRole('region', { name: 'Measured' })).toContainText('own.csv');
});

test(
  'the simulated recorder: a hidden loose wire shows while its place is held, and nothing of it is evidence',
  { tag: '@long' },
  async ({ page, house }) => {
    await openFan(page, house.address);
    const readings = await page.getByTestId('reading').count();
    await page.getByRole('radio', { name: 'Simulated recorder' }).click();
    const wrong = page.getByLabel('What is wrong');
    await expect(wrong.locator('option', { hasText: 'fan feed at the cowl: open' })).toHaveCount(1);
    await wrong.selectOption({ label: 'fan feed at the cowl: open' });
    await page.getByLabel('It comes and goes').check();
    await page.getByRole('radio', { name: '20 s' }).click();
    await page.getByRole('radio', { name: '5 ×' }).click();
    const cowl = page.getByRole('button', { name: 'radiator cowl, fan' });
    const record = page.getByRole('button', { name: 'Record' });
    // Four seconds of real time: where the machine is slow, the hand comes too late to show much, and records once more.
    await expect(async () => {
      await record.click();
      await cowl.focus();
      await page.keyboard.down(' ');
      try {
        await expect(cowl).toHaveAttribute('aria-pressed', 'true');
        await expect(verdict(page).getByRole('heading')).toHaveText('Contact bounces', { timeout: 10_000 });
      } finally {
        await page.keyboard.up(' ');
      }
    }).toPass({ timeout: 60_000 });
    // The same place by a hand on the map: its key goes down with it, and up again.
    await record.click();
    const motor = (await page.getByTestId('part-FAN').boundingBox())!;
    await page.mouse.move(motor.x + motor.width / 2, motor.y + motor.height / 2);
    await page.mouse.down();
    await expect(cowl).toHaveAttribute('aria-pressed', 'true');
    await page.mouse.up();
    await expect(cowl).toHaveAttribute('aria-pressed', 'false');
    await page.mouse.down();
    await expect(verdict(page).getByRole('heading')).toHaveText('Contact bounces');
    await page.mouse.up();
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await page.getByRole('button', { name: 'Show what it was' }).click();
    await expect(page.getByText('coming and going at: radiator cowl, fan')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Enter it in the job' })).toHaveCount(0);
    await expect(page.getByTestId('reading')).toHaveCount(readings);
  },
);
