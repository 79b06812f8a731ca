import { chromium } from '@playwright/test';
import type { Browser, Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import config from '../e2e/playwright.config';
import {
  fan,
  follow,
  hiddenShort,
  openHouse,
  openJob,
  playToTheEnd,
  relayJobPath,
  signIn,
} from '../e2e/workshop';
import type { House } from '../e2e/workshop';
import { circuitRecording, recordTrace, seededRandom, traceCsv } from '@grim-lantern/core';
import { build } from './build';
import { inProject } from './paths';
import { startCluster } from './postgres';

type Light = 'night' | 'day';
const folder = inProject('docs/screenshots');
const laptop = { width: 1280, height: 800 };
const tablet = { width: 820, height: 1180 };
const phone = { width: 390, height: 844 };

/** One picture: the page as a technician has it, from the demo alone. */
interface Shot {
  readonly name: string;
  readonly light: Light;
  readonly viewport: { readonly width: number; readonly height: number };
  readonly play: (page: Page, house: House) => Promise<void>;
}

const shots: readonly Shot[] = [
  { name: 'jobs', light: 'night', viewport: laptop, play: jobs },
  { name: 'workshop', light: 'night', viewport: laptop, play: people },
  { name: 'job-halved', light: 'night', viewport: laptop, play: afterReadings(1) },
  { name: 'job-found', light: 'day', viewport: laptop, play: found },
  { name: 'job-point', light: 'day', viewport: laptop, play: point },
  { name: 'job-relay', light: 'day', viewport: laptop, play: relay },
  { name: 'job-tablet', light: 'night', viewport: tablet, play: afterReadings(1) },
  { name: 'job-phone', light: 'day', viewport: phone, play: afterReadings(1) },
  { name: 'job-symptoms', light: 'night', viewport: laptop, play: symptoms },
  { name: 'job-modules', light: 'day', viewport: laptop, play: modules },
  { name: 'job-fuses', light: 'night', viewport: laptop, play: fuses },
  { name: 'relay-socket', light: 'night', viewport: laptop, play: socket },
  { name: 'relay-bench', light: 'day', viewport: laptop, play: bench },
  { name: 'job-traces', light: 'night', viewport: laptop, play: traces },
  { name: 'circuit', light: 'day', viewport: laptop, play: circuit },
  { name: 'vehicle-boxes', light: 'day', viewport: laptop, play: boxes },
  { name: 'shared-feed', light: 'night', viewport: laptop, play: sharedFeed },
  { name: 'job-proof', light: 'night', viewport: laptop, play: proof },
  { name: 'report', light: 'day', viewport: { width: 900, height: 1270 }, play: report },
];

async function jobs(page: Page, { address }: House): Promise<void> {
  await openJob(page, address);
  await page.goto(address);
  await page.getByRole('list', { name: 'Jobs' }).getByText('%').first().waitFor();
}

/** The flagship job with the short at the hinge, so many proposals followed. */
function afterReadings(count: number): Shot['play'] {
  return async (page, { address }) => {
    const vehicle = hiddenShort('W17');
    await openJob(page, address);
    for (let taken = 0; taken < count; taken++) await follow(page, vehicle);
    await page.getByTestId('next').waitFor();
  };
}

async function found(page: Page, { address }: House): Promise<void> {
  await openJob(page, address);
  await playToTheEnd(page, hiddenShort('W17'));
}

/** The demo job whose title begins so, in one of its views. */
async function openDemo(page: Page, { address }: House, title: string, view: string): Promise<void> {
  await page.goto(address);
  const link = page.getByRole('list', { name: 'Jobs' }).getByRole('link', { name: title });
  await page.goto(`${address}${await link.getAttribute('href')}${view}`);
}

async function symptoms(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Demister', '/symptoms');
  await page.getByTestId('tile-ML').waitFor();
}

async function modules(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Fan fuse', '/modules');
  await page.getByRole('list', { name: 'Check-list' }).waitFor();
}

async function fuses(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Flat after', '/fuses');
  await page.getByRole('list', { name: 'Who draws it' }).waitFor();
}

/** The socket of the relay that does nothing, its command pin read. */
async function socket(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Ramp and side step', '/relay');
  await page.getByTestId('socket-next').click();
  const volts = page.getByTestId('cell-voltmeter').getByRole('textbox');
  await volts.fill('12.5');
  await volts.press('Enter');
  await page.getByTestId('quarter-coil-command').getByText(/here/).waitFor();
  await page.getByRole('group', { name: 'The socket' }).scrollIntoViewIfNeeded();
  await page.getByRole('heading', { level: 1 }).hover();
}

async function bench(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Ramp and side step', '/relay');
  await page.getByRole('radio', { name: 'Bench', exact: true }).click();
  for (const [label, text] of [
    ['Coil 86 – 85', '88'],
    ['Relay’s temperature', '50'],
    ['30 – 87 at rest', 'OL'],
    ['Drop over 30 – 87', '0.12'],
    ['At a current of', '5'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(text);
  }
  await page.getByRole('region', { name: 'Verdict on the relay' }).scrollIntoViewIfNeeded();
}

/** The fan's first recording, which lies with the job, and the one after the repair over it. */
async function traces(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Fan fuse', '/traces');
  await page.getByRole('heading', { name: 'Starts high and climbs' }).waitFor();
  await page.getByRole('radio', { name: 'After', exact: true }).click();
  const buffer = Buffer.from(healthyFan());
  await page
    .locator('input[accept*=".csv"]')
    .setInputFiles({ name: 'fan after.csv', mimeType: 'text/csv', buffer });
  await page.getByRole('heading', { name: 'Healthy' }).waitFor();
  await page.getByRole('radio', { name: 'Before', exact: true }).click();
  await page.getByRole('list', { name: 'Lines' }).getByText('After').waitFor();
  await page.locator('.scatterlayer .trace').nth(3).waitFor({ state: 'attached' });
}

/** The radiator fan, sound again, as a logger exports it. */
function healthyFan(): string {
  const recorder = { samplesPerSecond: 50, noiseAmps: 0.08, offsetAmps: 0.12, gain: 1.01, decimals: 2 };
  const state = { controls: { key: 'run', coolant: 'hot' }, batteryConnected: true, apart: [], cavities: {} };
  const recording = circuitRecording(fan, state, null, 'F30', 240);
  return [...traceCsv(recordTrace(recording, recorder, seededRandom(1)))].join('');
}

async function boxes(page: Page, { address }: House): Promise<void> {
  await page.goto(`${address}/vehicles`);
  await page.getByRole('link', { name: /hill rescue/ }).click();
  await page.getByTestId('cavity-20').click();
  await page.getByLabel('Found, A').scrollIntoViewIfNeeded();
}

/** What its owner sees of the workshop: a person was added just now. */
async function people(page: Page, { address }: House): Promise<void> {
  await page.goto(`${address}/workshop`);
  await page.getByLabel('Name of a new person').fill('K. Nyberg');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByText('Send K. Nyberg this link').waitFor();
}

/** A horn circuit that is being drawn: a coil that nothing pulls to ground yet. */
async function circuit(page: Page, { address }: House): Promise<void> {
  await page.goto(`${address}/vehicles`);
  await page.getByRole('link', { name: /hill rescue/ }).click();
  await page.getByRole('link', { name: 'New circuit' }).click();
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(
    'battery > fuse 5 20A > relay K1.30\nfuse 5 > K1.86\nK1.87 > splice S1 > horn low 5A > ground G1\nS1 > horn high 5A > G1',
  );
  await page.keyboard.press('Escape');
  await page.getByTestId('part-horn-high').waitFor();
}

/** Three loads dead in two diagrams, one that works: the ground that they share. */
async function sharedFeed(page: Page, { address }: House): Promise<void> {
  await page.goto(`${address}/vehicles`);
  await page.getByRole('link', { name: /travelling library/ }).click();
  await page.getByRole('link', { name: 'what is dead, what works' }).click();
  for (const [control, position] of [
    ['Saloon lights', 'On'],
    ['Rear door', 'Open'],
    ['Side lights', 'On'],
  ] as const) {
    const group = page.getByRole('radiogroup', { name: control });
    await group.getByRole('radio', { name: position, exact: true }).click();
  }
  const tap = (load: string, word: string) =>
    page.getByTestId(`load-${load}`).getByRole('radio', { name: word }).click();
  for (const dead of ['TL', 'NP', 'SL']) await tap(dead, 'Dead');
  await tap('TR', 'Works');
  await page.getByRole('list', { name: 'What explains it' }).getByText('G3 D-pillar').waitFor();
}

async function proof(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Steriliser', '/repair');
  await page.getByRole('region', { name: 'Proof', exact: true }).scrollIntoViewIfNeeded();
}

async function report(page: Page, house: House): Promise<void> {
  await openDemo(page, house, 'Steriliser', '/report');
  await page.getByRole('img', { name: 'Harness drawing' }).waitFor();
}

async function relay(page: Page, { address }: House): Promise<void> {
  await openJob(page, address, 'P. Lindqvist', relayJobPath);
}

async function point(page: Page, house: House): Promise<void> {
  await afterReadings(1)(page, house);
  await page.getByRole('button', { name: 'Measure something else' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Instrument').selectOption('voltmeter');
  await dialog.getByLabel('Point').selectOption('F17.load');
  await dialog.getByText(/^It .* and takes/).waitFor();
}

async function take(browser: Browser, house: House, shot: Shot): Promise<void> {
  const { viewport, light, name, play } = shot;
  const context = await browser.newContext({ viewport, reducedMotion: 'reduce' });
  await context.addInitScript((chosen) => localStorage.setItem('grim-lantern/light', chosen), light);
  const page = await context.newPage();
  await signIn(page, house.address);
  await play(page, house);
  await page.getByText('Drawing the harness').waitFor({ state: 'hidden' });
  // The entry just made lies over the foot of the map for as long as it can be undone.
  await page
    .getByRole('region', { name: /^Notifications/ })
    .getByRole('listitem')
    .waitFor({ state: 'hidden' });
  await page.mouse.move(0, 0);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(folder, `${name}.png`), animations: 'disabled' });
  await context.close();
  process.stdout.write(`docs/screenshots/${name}.png\n`);
}

/** Each picture has a database of its own, freshly loaded: none shows what another did. */
async function main(): Promise<void> {
  const wanted = process.argv.slice(2);
  mkdirSync(folder, { recursive: true });
  await build((line) => process.stdout.write(`${line}\n`));
  const cluster = await startCluster({ name: 'shots-postgres', throwaway: true });
  const browser = await chromium.launch(config.use?.launchOptions ?? {});
  try {
    for (const shot of shots.filter(({ name }) => wanted.length === 0 || wanted.includes(name))) {
      const name = `shot_${shot.name}`;
      cluster.dropDatabase(name);
      cluster.createDatabase(name);
      const house = await openHouse(cluster.url(name));
      try {
        await take(browser, house, shot);
      } finally {
        await house.stop();
      }
    }
  } finally {
    await browser.close();
    await cluster.stop();
  }
}

await main();
