import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import type { Figure } from '../packages/core/bench/figure';
import { build } from '../scripts/build';
import { startCluster } from '../scripts/postgres';
import config from './playwright.config';
import { openHouse, signIn, type House } from './workshop';

/** Fuses, each with a splice, a lamp and a ground behind it: four sections a line. */
const lines = Array.from(
  { length: 125 },
  (_none, i) => `battery > fuse ${i + 1} 10A > splice S${i} > lamp l${i} 5W > ground G${i % 7}`,
);

/** A circuit of 500 sections in the editor: how soon it is drawn first, and how soon a change of it is. */
export default async function largeDrawing(): Promise<readonly Figure[]> {
  await build(() => undefined);
  const cluster = await startCluster({ name: 'bench-postgres', throwaway: true });
  const browser = await chromium.launch(config.use?.launchOptions ?? {});
  let house: House | undefined;
  try {
    house = await openHouse(cluster.url('postgres'));
    const page = await browser.newPage();
    await signIn(page, house.address);
    await page.goto(`${house.address}/vehicles`);
    await page
      .getByRole('link', { name: /minibus/ })
      .first()
      .click();
    await page.goto(`${page.url()}/circuits/new`);
    await page.getByRole('textbox', { name: 'Circuit as text' }).click();
    await page.keyboard.press('Control+End');
    const first = await drawnAfter(page, `\n${lines.join('\n')}`, 'lamp-l124');
    await page.keyboard.press('Control+End');
    const change = await drawnAfter(page, '\nS5 > horn extra 5A', 'horn-extra');
    return [
      {
        name: '500 sections pasted: first drawing',
        value: first,
        unit: 'ms',
        bar: { at: 'most', value: 1000 },
      },
      { name: '500 sections: a change drawn', value: change, unit: 'ms', bar: { at: 'most', value: 100 } },
    ];
  } finally {
    await house?.stop();
    await browser.close();
    await cluster.stop();
  }
}

/** Enters text at the cursor. @returns the milliseconds until a part of it is in the drawing */
async function drawnAfter(page: Page, text: string, part: string): Promise<number> {
  const drawn = page.evaluate(
    (id) =>
      new Promise<number>((resolve) => {
        const watcher = new MutationObserver(() => {
          if (document.querySelector(`[data-testid="part-${id}"]`) === null) return;
          watcher.disconnect();
          // Once the browser has drawn it, too.
          requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now())));
        });
        watcher.observe(document.body, { subtree: true, childList: true });
      }),
    part,
  );
  const begun = await page.evaluate(() => performance.now());
  await page.keyboard.insertText(text);
  return (await drawn) - begun;
}
