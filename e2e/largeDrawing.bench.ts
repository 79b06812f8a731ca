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
    const context = await browser.newContext({ permissions: ['clipboard-read', 'clipboard-write'] });
    const page = await context.newPage();
    await signIn(page, house.address);
    await page.goto(`${house.address}/vehicles`);
    await page
      .getByRole('link', { name: /minibus/ })
      .first()
      .click();
    await page.goto(`${page.url()}/circuits/new`);
    await page.getByRole('textbox', { name: 'Circuit as text' }).click();
    await page.keyboard.press('Control+End');
    const first = await drawnAfter(page, `\n${lines.join('\n')}`, { begins: 'section-', least: 50 }, 'paste');
    await page.waitForTimeout(settles);
    await page.keyboard.press('Control+End');
    const change = await drawnAfter(
      page,
      '\nS5 > horn extra 5A',
      { begins: 'part-horn-extra', least: 1 },
      'type',
    );
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

/** So long the careful layout takes at the most, and nothing is drawn later than that, ms. */
const settles = 10_000;
const patience = 30_000;

/**
 * Enters text at the cursor, as a paste or as it is typed.
 * @returns the milliseconds until so many things whose test id begins so are drawn in the view
 */
async function drawnAfter(
  page: Page,
  text: string,
  drawn: { readonly begins: string; readonly least: number },
  by: 'paste' | 'type',
): Promise<number> {
  const seen = page.evaluate(
    ({ begins, least, patience }) =>
      new Promise<number>((resolve, reject) => {
        setTimeout(() => reject(new Error(`${begins} was never drawn`)), patience);
        const watcher = new MutationObserver(() => {
          if (document.querySelectorAll(`[data-testid^="${begins}"]`).length < least) return;
          watcher.disconnect();
          // Once the browser has drawn it, too.
          requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now())));
        });
        watcher.observe(document.body, { subtree: true, childList: true });
      }),
    { ...drawn, patience },
  );
  if (by === 'paste') await page.evaluate((words) => navigator.clipboard.writeText(words), text);
  const begun = await page.evaluate(() => performance.now());
  if (by === 'paste') await page.keyboard.press('Control+V');
  else await page.keyboard.insertText(text);
  return (await seen) - begun;
}
