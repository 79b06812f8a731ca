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

/** A circuit of 500 sections in the editor: how soon it is drawn first, and how soon a change of it is: the first, and one once its code is warm. */
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
    await page.evaluate(
      (words) => navigator.clipboard.writeText(words),
      `\n${lines.join('\n')}\nS5 > horn extra `,
    );
    const [first] = await shownAfter(page, 'Control+V', [{ at: '[data-testid^="section-"]', least: 50 }]);
    const changes: (readonly number[])[] = [];
    for (const letter of ['a', 'b', 'c', 'd', 'e']) {
      await page.waitForTimeout(settles);
      changes.push(
        await shownAfter(page, letter, [
          { at: `[data-testid^="part-horn-extra-${letter}"]`, least: 1 },
          { at: '[aria-label="Checks"] li', least: 1, says: `Horn extra ${letter} ` },
        ]),
      );
      await page.keyboard.press('Backspace');
    }
    const middle = (of: 0 | 1) => changes.map((each) => each[of]!).sort((one, other) => one - other)[2]!;
    const most = (value: number) => ({ at: 'most' as const, value });
    return [
      { name: '500 sections pasted: first drawing', value: first!, unit: 'ms', bar: most(1000) },
      { name: '500 sections: a change drawn, middle of five', value: middle(0), unit: 'ms', bar: most(100) },
      { name: '500 sections: it checked, middle of five', value: middle(1), unit: 'ms', bar: most(200) },
      { name: '500 sections: the first change drawn', value: changes[0]![0]!, unit: 'ms', bar: null },
    ];
  } finally {
    await house?.stop();
    await browser.close();
    await cluster.stop();
  }
}

/** So long the careful layout takes at the most, and nothing is drawn later than that, ms. */
const settles = 6_000;
const patience = 30_000;

/** What is waited for: so many elements, of those that say something. */
interface Shown {
  readonly at: string;
  readonly least: number;
  readonly says?: string;
}

/**
 * Presses a key.
 * @returns the milliseconds from the key until each thing that is waited for is painted
 */
async function shownAfter(page: Page, key: string, waited: readonly Shown[]): Promise<readonly number[]> {
  const seen = await page.evaluateHandle(
    ({ waited, patience }) => {
      let pressed = Number.NaN;
      document.addEventListener('keydown', ({ timeStamp }) => (pressed = timeStamp), {
        capture: true,
        once: true,
      });
      const painted = waited.map(
        ({ at, least, says = '' }) =>
          new Promise<number>((resolve, reject) => {
            setTimeout(() => reject(new Error(`${at} was never shown`)), patience);
            const watcher = new MutationObserver(() => {
              const found = [...document.querySelectorAll(at)];
              if (found.filter(({ textContent }) => textContent.includes(says)).length < least) return;
              watcher.disconnect();
              // The task behind the frame: once it is painted.
              requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - pressed)));
            });
            watcher.observe(document.body, { subtree: true, childList: true, characterData: true });
          }),
      );
      return { all: Promise.all(painted) };
    },
    { waited, patience },
  );
  await page.keyboard.press(key);
  return seen.evaluate(({ all }) => all);
}
