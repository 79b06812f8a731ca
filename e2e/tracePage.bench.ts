import type { Figure } from '../packages/core/bench/figure';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { createWriteStream, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from '../scripts/build';
import { startCluster } from '../scripts/postgres';
import config from './playwright.config';
import { openHouse, signIn, type House } from './workshop';

const samples = 10_000_000;

/** Ten million samples in the page itself: until they are drawn, how long the page was deaf meanwhile, and a zoom. */
export default async function tracePage(): Promise<readonly Figure[]> {
  await build(() => undefined);
  const folder = mkdtempSync(join(tmpdir(), 'grim-lantern-'));
  const file = join(folder, 'long.csv');
  await writeRecording(file);
  const cluster = await startCluster({ name: 'bench-postgres', throwaway: true });
  const browser = await chromium.launch(config.use?.launchOptions ?? {});
  let house: House | undefined;
  try {
    house = await openHouse(cluster.url('postgres'));
    const figures = await measure(await browser.newPage(), house.address, file);
    return [
      ...figures,
      {
        name: 'memory of the page at the most',
        value: rendererMegabytes(),
        unit: 'MB',
        bar: { at: 'most', value: 1000 },
      },
    ];
  } finally {
    await house?.stop();
    await browser.close();
    await cluster.stop();
    rmSync(folder, { recursive: true });
  }
}

/** A fan that is switched on, as a logger exports it. */
async function writeRecording(path: string): Promise<void> {
  const stream = createWriteStream(path);
  stream.write('Time (s),Current (A)\n');
  for (let i = 0; i < samples;) {
    const lines: string[] = [];
    for (const until = Math.min(samples, i + 50_000); i < until; i++) {
      lines.push(`${(i * 1e-4).toFixed(4)},${((i > samples / 20 ? 11 : 0) + (i % 97) / 200).toFixed(3)}\n`);
    }
    if (!stream.write(lines.join(''))) await once(stream, 'drain');
  }
  stream.end();
  await once(stream, 'finish');
}

async function measure(page: Page, address: string, file: string): Promise<readonly Figure[]> {
  await signIn(page, address);
  await page.goto(address);
  const link = page.getByRole('list', { name: 'Jobs' }).getByRole('link', { name: /Fan fuse/ });
  await page.goto(`${address}${await link.getAttribute('href')}/traces`);
  await page.getByText('As the vehicle stands, a healthy circuit draws').waitFor();
  await page.getByRole('radio', { name: 'After', exact: true }).click();
  const drawn = page.locator('.js-plotly-plot .scatterlayer .trace');
  // The opening curves and the recording that lies with the job are drawn first.
  await drawn.nth(2).waitFor({ state: 'attached' });
  const lines = await drawn.count();
  await watch(page);
  const begun = performance.now();
  await page.locator('input[accept*=".csv"]').setInputFiles(file);
  await until(page, `document.querySelectorAll('.js-plotly-plot .scatterlayer .trace').length > ${lines}`);
  const seconds = (performance.now() - begun) / 1000;
  const importing = await longestGap(page);
  await until(page, `document.querySelector('section[aria-label="Kept"] .text-agree') !== null`);
  const keeping = await longestGap(page);
  return [
    {
      name: '10 million samples from the picked file to the drawing',
      value: seconds,
      unit: 's',
      bar: { at: 'most', value: 6 },
    },
    {
      name: 'longest time that the page did not answer meanwhile',
      value: importing,
      unit: 'ms',
      bar: { at: 'most', value: 100 },
    },
    {
      name: 'the same until they were kept with the job',
      value: keeping,
      unit: 'ms',
      bar: { at: 'most', value: 100 },
    },
    { name: 'a zoom drawn again', value: await zoom(page), unit: 'ms', bar: { at: 'most', value: 50 } },
  ];
}

/** Asks the page little and seldom: to look for words would take its time. */
async function until(page: Page, expression: string): Promise<void> {
  for (let asked = 0; asked < 1200; asked++) {
    if (await page.evaluate(expression)) return;
    await page.waitForTimeout(100);
  }
  throw new Error(`It never came true: ${expression}`);
}

/** From now on the page notes the longest time between two turns of its own. */
async function watch(page: Page): Promise<void> {
  await page.evaluate(`
    window.longestGap = 0;
    let last = performance.now();
    const channel = new MessageChannel();
    channel.port1.onmessage = () => {
      const now = performance.now();
      window.longestGap = Math.max(window.longestGap, now - last);
      last = now;
      setTimeout(() => channel.port2.postMessage(0), 2);
    };
    channel.port2.postMessage(0);
  `);
}

async function longestGap(page: Page): Promise<number> {
  return await page.evaluate('window.longestGap');
}

/** From the end of the drag until the new lines are in the drawing: the median of several. */
async function zoom(page: Page): Promise<number> {
  const box = await page.locator('.js-plotly-plot .nsewdrag').boundingBox();
  if (box === null) throw new Error('There is no drawing.');
  const times: number[] = [];
  for (let round = 0; round < 5; round++) {
    await page.evaluate(`
      window.redrawn = new Promise((resolve) => {
        const plot = document.querySelector('.js-plotly-plot');
        let begun = 0;
        document.addEventListener('mouseup', () => { begun = performance.now(); }, { capture: true, once: true });
        const seen = () => {
          const path = plot.querySelector('.scatterlayer .trace:last-child path.js-line');
          const now = path === null ? '' : path.getAttribute('d');
          if (begun > 0 && now !== window.lastPath) { window.lastPath = now; resolve(performance.now() - begun); }
          else requestAnimationFrame(seen);
        };
        const path = plot.querySelector('.scatterlayer .trace:last-child path.js-line');
        window.lastPath = path === null ? '' : path.getAttribute('d');
        requestAnimationFrame(seen);
      });
      // Not waited for here: the drag comes first.
      undefined;
    `);
    await page.mouse.move(box.x + box.width * 0.3, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.8, box.y + box.height / 2, { steps: 4 });
    await page.mouse.up();
    times.push(await page.evaluate('window.redrawn'));
    await page.waitForTimeout(400);
  }
  return times.sort((one, other) => one - other)[2]!;
}

/** The most that any page of the browser took, by the kernel's own count. */
function rendererMegabytes(): number {
  const sizes = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map((pid) => {
      try {
        if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) return 0;
        return Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
      } catch {
        // It ended while it was looked at.
        return 0;
      }
    });
  return Math.max(...sizes);
}
