import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import {
  demoJobs,
  expect,
  follow,
  hiddenShort,
  openJob,
  playToTheEnd,
  signIn,
  test,
  visit,
} from './workshop';

/** The other views of a job that has come far, and its report. */
const views = ['story', 'symptoms', 'modules', 'fuses', 'relay', 'traces', 'repair', 'report'] as const;

/** A page without frames, and only what is wrong with it. */
const axe = (page: Page) => new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });

/** What breaks WCAG AA on the page as it is, a line each; by day the contrast alone, since the rest is the same page. */
async function flaws(page: Page, view: string): Promise<readonly string[]> {
  const found = await axe(page).withTags(['wcag2a', 'wcag2aa']).analyze();
  await page.evaluate(() => (document.documentElement.dataset['light'] = 'day'));
  const byDay = await axe(page).withRules(['color-contrast']).analyze();
  await page.evaluate(() => (document.documentElement.dataset['light'] = 'night'));
  return [found, byDay].flatMap(({ violations }) =>
    violations.map(({ id, nodes }) => `${view}, ${id}: ${nodes[0]?.html}`),
  );
}

/** Keys in the page that are too small for a thumb. */
function smallKeys(page: Page): Promise<(string | null)[]> {
  return page.locator('main button:visible').evaluateAll((all) =>
    all
      // What went away meanwhile, such as the key that stops the reading of a recording, has no size.
      .filter((each) => each.isConnected)
      .filter(
        (each) => each.getBoundingClientRect().height < 43.5 || each.getBoundingClientRect().width < 43.5,
      )
      .map((each) => each.textContent),
  );
}

const widthOf = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth);

test('jobs and job meet WCAG AA by night and by day; no view of a job is wider than a phone or has keys too small for a thumb', async ({
  page,
  house,
}) => {
  await page.addInitScript(() => localStorage.setItem('grim-lantern/light', 'night'));
  await openJob(page, house.address);
  expect(await flaws(page, 'job')).toEqual([]);
  await page.goto(house.address);
  await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('%');
  expect(await flaws(page, 'jobs')).toEqual([]);
  const fan = page.getByRole('list', { name: 'Jobs' }).getByRole('link', { name: /Fan fuse/ });
  const job = await fan.getAttribute('href');
  await page.setViewportSize({ width: 390, height: 844 });
  for (const view of views) {
    await visit(page, `${job}/${view}`);
    await expect(page.getByRole('heading', { level: view === 'report' ? 1 : 2 }).first()).toBeVisible();
    expect(await flaws(page, view)).toEqual([]);
    expect({ view, width: await widthOf(page), small: await smallKeys(page) }).toEqual({
      view,
      width: 390,
      small: [],
    });
  }
});

test('the vehicles, their boxes and circuits, and what they share meet WCAG AA, and fit a phone', async ({
  page,
  house,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const fits = async (view: string) => {
    const found = await axe(page).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(found.violations.map(({ id, nodes }) => `${view}, ${id}: ${nodes[0]?.html}`)).toEqual([]);
    expect({ view, width: await widthOf(page) }).toEqual({ view, width: 390 });
  };
  await page.goto(`${house.address}/vehicles`);
  const van = page.getByRole('link', { name: /travelling library/ });
  await expect(van).toBeVisible();
  await fits('vehicles');
  await van.click();
  await page.getByTestId('cavity-17').click();
  await page.getByRole('button', { name: 'New fuse box' }).click();
  await expect(page.getByRole('form', { name: 'Cavity 17' })).toBeVisible();
  await fits('vehicle');
  await page
    .getByRole('region', { name: 'Circuits' })
    .getByRole('listitem')
    .first()
    .getByRole('link')
    .click();
  await expect(page.getByTestId('part-BAT')).toBeVisible();
  for (const way of ['Text', 'Table', 'Start from', 'Export']) {
    await page.getByRole('radio', { name: way }).click();
    await fits(`circuit, ${way}`);
  }
  await page.goBack();
  await page.getByRole('link', { name: 'what is dead, what works' }).click();
  await page.getByTestId('load-TL').getByRole('radio', { name: 'Dead' }).click();
  await expect(
    page.getByRole('list', { name: 'What explains it' }).getByRole('listitem').first(),
  ).toBeVisible();
  await fits('shared feed');
  await visit(page, '/help');
  await page.getByText('Prove a test lamp').click();
  await fits('handbook');
});

test('a thumb takes readings on tablet and phone: no target under 44 px, nothing wider than the screen', async ({
  page,
  house,
}) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await openJob(page, house.address);
  const vehicle = hiddenShort('W17');
  // The rest of the job is done on the phone.
  for (const [width, height] of [
    [820, 1180],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expect(page.getByTestId('next')).toBeVisible();
    const small = await page
      .locator('main button:visible, main a:visible, [aria-label="State of the vehicle"] button:visible')
      .evaluateAll(
        (all) =>
          all
            .map((element) => element.getBoundingClientRect())
            .filter((box) => box.height < 43.5 || box.width < 43.5).length,
      );
    expect(small).toBe(0);
    expect(await widthOf(page)).toBeLessThanOrEqual(width);
    await follow(page, vehicle);
  }
  const { suspect, readings } = await playToTheEnd(page, vehicle);
  expect(suspect).toBe('W17');
  // The complaint's, and one on each of the two.
  await expect(page.getByTestId('reading')).toHaveCount(3 + readings);
});

test('question, steps, cautions and every answer of a job stand in sight at once, on laptop, tablet and phone', async ({
  browser,
  house,
}) => {
  // A thumb: the keypad is on the screen.
  const context = await browser.newContext({ hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await signIn(page, house.address);
  let asked = 0;
  for (const id of demoJobs) {
    await page.goto(`${house.address}/jobs/${id}`);
    const card = page.getByTestId('next');
    await expect(card.or(page.getByRole('region', { name: 'Closed' }))).toBeVisible();
    if (!(await card.isVisible())) continue;
    asked++;
    for (const [width, height] of [
      [1280, 800],
      [820, 1180],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height });
      const hidden = await card.evaluate((element) => {
        const wanted =
          'h2, ol li, [aria-label="Cautions"], [data-outcome], [type="submit"], [aria-label="Keypad"]';
        const foot = element.parentElement?.querySelector(':scope > .sticky')?.getBoundingClientRect().top;
        const bottom = Math.min(foot ?? window.innerHeight, window.innerHeight);
        return [...element.querySelectorAll(wanted)]
          .map((each) => ({ each, box: each.getBoundingClientRect() }))
          .filter(({ box }) => box.height > 0 && (box.top < 0 || box.bottom > bottom + 1))
          .map(({ each }) => each.textContent);
      });
      expect({ id, width, hidden }).toEqual({ id, width, hidden: [] });
    }
  }
  expect(asked).toBeGreaterThanOrEqual(4);
  await context.close();
});

test('a reading is taken by keyboard alone, few stops from the skip link, and taken back at once', async ({
  page,
  house,
}) => {
  await openJob(page, house.address);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Skip to the reading' })).toBeFocused();
  await page.keyboard.press('Enter');
  const answer = page.getByTestId('next').locator('[data-outcome]:focus');
  let stops = 0;
  do {
    await page.keyboard.press('Tab');
    stops++;
  } while (stops < 10 && (await answer.count()) === 0);
  expect(stops).toBeLessThanOrEqual(4);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('reading')).toHaveCount(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  // Both stay in the record; the one taken back counts no more.
  await expect(page.locator('[data-testid="reading"][data-withdrawn="true"]')).toHaveText(/undone at once/);
  await expect(page.getByTestId('reading')).toHaveCount(2);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeHidden();
});
