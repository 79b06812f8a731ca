import AxeBuilder from '@axe-core/playwright';
import { expect, follow, hiddenShort, openJob, test } from './workshop';

for (const light of ['night', 'day'] as const) {
  test(`jobs and job meet WCAG AA by ${light}`, async ({ page, house }) => {
    await page.addInitScript((chosen) => localStorage.setItem('grim-lantern/light', chosen), light);
    await openJob(page, house.address);
    const inJob = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(inJob.violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
    await page.goto(house.address);
    await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('%');
    const inJobs = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(inJobs.violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  });
}

for (const [width, height] of [
  [820, 1180],
  [390, 844],
] as const) {
  test(`a thumb takes readings on ${width} × ${height}: no target under 44 px, nothing wider than the screen`, async ({
    page,
    house,
  }) => {
    await page.setViewportSize({ width, height });
    await openJob(page, house.address);
    const vehicle = hiddenShort('W17');
    for (let count = 0; count < 3; count++) {
      const small = await page
        .locator('main button:visible, main a:visible, [aria-label="State of the vehicle"] button:visible')
        .evaluateAll(
          (all) =>
            all
              .map((element) => element.getBoundingClientRect())
              .filter((box) => box.height < 43.5 || box.width < 43.5).length,
        );
      expect(small).toBe(0);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
      await follow(page, vehicle);
      await expect(page.getByTestId('next')).toBeVisible();
    }
    await expect(page.getByTestId('reading')).toHaveCount(4);
  });
}

test('a reading is taken by keyboard alone', async ({ page, house }) => {
  await openJob(page, house.address);
  await page.getByTestId('next').locator('[data-outcome="none"]').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('reading')).toHaveCount(2);
});
