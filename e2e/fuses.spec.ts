import { hypothesesOf, restingState, seededRandom, simulatedSurvey } from '@grim-lantern/core';
import type { Circuit } from '@grim-lantern/core';
import { expect, library, openJob, openNewJob, pickup, step, test } from './workshop';

const faultOf = (circuit: Circuit, suspect: string, kind: RegExp) =>
  hypothesesOf(circuit).find((each) => each.suspect === suspect && kind.test(each.name))!.fault!;

test(
  'two stacked drains are found by typing what the meter shows, fuse after fuse',
  { tag: '@long' },
  async ({ page, house }) => {
    // The accessory relay stays in, and with it the radio dock; the tailgate module heats its latch.
    const drains = [faultOf(pickup, 'K9', /weld|stuck/), faultOf(pickup, 'TM', /stuck|on/)];
    const { batteryAmps, fuses } = simulatedSurvey(pickup, restingState(pickup), drains, seededRandom(7));
    await openNewJob(page, house.address, {
      circuit: 'Rest current',
      title: 'Flat again',
      complaint: 'Flat after two nights.',
    });
    await step(page, 'Fuse box');
    await page.getByLabel('Minutes asleep').fill('40');
    const battery = page.getByLabel('Amps at the battery', { exact: true });
    await battery.fill(`${Math.round(batteryAmps * 1000)} mA`);
    await battery.press('Enter');
    await expect(page.getByText('Read after 40 min.')).toBeVisible();
    const sum = page.getByTestId('survey-sum');
    await expect(sum).toContainText('Not explained yet');
    // Down the list by Enter alone: the order is the page's.
    const fields = page.getByRole('list', { name: 'Millivolts over each fuse' }).getByRole('textbox');
    await expect(fields).toHaveCount(24);
    await fields.first().focus();
    for (let index = 0; index < 24; index++) {
      const name = await fields.nth(index).getAttribute('aria-label');
      const shown = fuses.find(({ fuse }) => name === `Millivolts over ${fuse.name}`)!;
      await expect(fields.nth(index)).toBeFocused();
      await page.keyboard.type((shown.volts * 1000).toFixed(1).replace('.', ','));
      await page.keyboard.press('Enter');
    }
    await expect(sum).toContainText('24 of 24 fuses');
    const culprits = page.getByRole('list', { name: 'Who draws it' }).getByRole('listitem');
    await expect(culprits).toHaveCount(2);
    await expect(culprits.nth(0)).toContainText('Fuse 7');
    await expect(culprits.nth(1)).toContainText('Fuse 1');
    await expect(sum).toContainText('no longer starts after');
    await expect(page.getByTestId('cavity-7')).toContainText('A');
    // A pulled fuse that makes the total rise has woken something.
    await page.getByLabel('Fuse pulled').selectOption({ label: 'Fuse 9' });
    const then = page.getByLabel('Amps at the battery with it out');
    await then.fill('1,2');
    await then.press('Enter');
    await expect(page.getByRole('region', { name: 'Pulled' })).toContainText('may have woken a module');
  },
);

test('a box of sixty is pasted from a spreadsheet, turned, changed, taken away and copied', async ({
  page,
  house,
}) => {
  await page.goto(`${house.address}/vehicles`);
  await page.getByRole('button', { name: 'New vehicle' }).click();
  await page.getByLabel('Vehicle, model and year').fill('Larkfield Courier 2.0 van, 2016');
  await page.getByLabel('Used for').fill('toy library');
  await page.getByRole('button', { name: 'Save vehicle' }).click();
  await expect(page.getByRole('heading', { name: 'Fuse boxes' })).toBeVisible();
  await page.getByRole('button', { name: 'New fuse box' }).click();
  await page.getByLabel('Name of the box').fill('Cab box');
  await page.getByLabel('Rows', { exact: true }).fill('10');
  const rows = Array.from(
    { length: 60 },
    (_each, i) => `${i + 1}\tload ${i + 1}\t${[5, 7.5, 10, 15, 20][i % 5]}\tmini`,
  );
  const table = page.getByLabel(/^Rows from a spreadsheet/);
  // A slip in a row: one sentence that names it, and nothing typed is lost.
  await table.fill([...rows.slice(0, 59), '60\tpump\tlarge\tmini'].join('\n'));
  await page.getByRole('button', { name: 'Take these rows' }).click();
  await expect(page.getByRole('alert')).toContainText('Row 60: Expected a rating');
  await table.fill(rows.join('\n'));
  await page.getByRole('button', { name: 'Take these rows' }).click();
  const box = page.getByRole('group', { name: 'Cab box, as mounted' });
  await expect(box.getByTestId(/^cavity-/)).toHaveCount(60);
  const placeOf = (place: { x: number; y: number } | null) =>
    place === null ? null : [Math.round(place.x), Math.round(place.y)];
  const at = async (number: number) => (await page.getByTestId(`cavity-${number}`).boundingBox())!;
  expect((await at(1)).x).toBeLessThan((await at(60)).x);
  await page.getByRole('radio', { name: '180°' }).click();
  await expect
    .poll(async () => (await at(1)).x > (await at(60)).x && (await at(1)).y > (await at(60)).y)
    .toBe(true);
  await page.getByRole('radio', { name: '90°', exact: true }).click();
  // The first column of the cover runs along the top, from right to left.
  await expect
    .poll(async () => (await at(1)).x > (await at(2)).x && (await at(1)).y === (await at(2)).y)
    .toBe(true);
  await page.getByTestId('cavity-58').scrollIntoViewIfNeeded();
  // The box stands still under the hand: what was aimed at is what lights up.
  await expect(async () => {
    // On a slow machine the page may still have been moving when the hand went down: then it lets go and begins again.
    await page.keyboard.press('Escape');
    await page.mouse.up();
    const [from, to] = [await at(3), await at(58)];
    await page.mouse.move(from.x + 20, from.y + 20);
    await page.mouse.down();
    await page.mouse.move(to.x + 40, to.y + 40, { steps: 8 });
    const over = box.locator('[data-over="true"]');
    expect(placeOf(await over.boundingBox({ timeout: 2000 }))).toEqual(placeOf(to));
  }).toPass();
  await page.mouse.up();
  await expect.poll(async () => (await at(3)).y > (await at(58)).y).toBe(true);
  await page.getByTestId('cavity-12').click();
  await page.getByLabel('Found, A').fill('30');
  await page.getByRole('button', { name: 'Keep, and the next' }).click();
  await expect(page.getByTestId('cavity-12')).toContainText('too large');
  await expect(page.getByRole('form', { name: 'Cavity 13' })).toBeVisible();
  // By keyboard alone: opened, moved by its place, kept.
  await page.getByTestId('cavity-30').press('Enter');
  const form = page.getByRole('form', { name: 'Cavity 30' });
  await form.getByLabel('Column').fill('1');
  await form.getByLabel('Row', { exact: true }).fill('1');
  await form.getByLabel('Row', { exact: true }).press('Enter');
  await expect.poll(async () => (await at(30)).x > (await at(1)).x).toBe(true);
  // One taken off the map leaves its place, and another is put there.
  await page.getByTestId('cavity-20').click();
  await page.getByRole('button', { name: 'Take it off the map' }).click();
  await expect(page.getByTestId('cavity-20')).toHaveCount(0);
  await page.getByRole('button', { name: 'Add a cavity at column 2, row 10' }).click();
  await expect(page.getByRole('form', { name: 'Cavity 20' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  expect((await download).suggestedFilename()).toBe('cab-box.csv');

  await page.goto(`${house.address}/vehicles`);
  await page.getByRole('link', { name: /Tolland Sprig/ }).click();
  await page.getByRole('button', { name: 'New fuse box' }).click();
  await page.getByLabel('Copy from').selectOption({ label: 'Larkfield Courier 2.0 van, 2016' });
  await page.getByRole('button', { name: 'Copy Cab box' }).click();
  await expect(page.getByTestId('cavity-12')).toBeVisible();
  await expect(page.getByTestId('cavity-12')).not.toContainText('too large');
});

test('a fuse is judged by both legs, its load by the clamp, and by when it blew', async ({ page, house }) => {
  await openJob(page, house.address);
  await step(page, 'Fuse box');
  await page.getByRole('radio', { name: 'Check' }).click();
  const check = page.getByTestId('check-F4');
  await check
    .getByRole('radiogroup', { name: 'Fuse 4, supply leg' })
    .getByRole('radio', { name: 'Bright' })
    .click();
  await expect(check).toContainText('not read');
  await check
    .getByRole('radiogroup', { name: 'Fuse 4, load leg' })
    .getByRole('radio', { name: 'Dark' })
    .click();
  await expect(check).toContainText('open');
  await check
    .getByRole('radiogroup', { name: 'Fuse 4, load leg' })
    .getByRole('radio', { name: 'Bright' })
    .click();
  await expect(check).toContainText('good');

  await page.getByRole('radio', { name: 'Loads' }).click();
  const load = page.getByTestId('load-F4');
  await load.getByLabel('Amps behind Fuse 4').fill('4,2');
  await load.getByLabel('Amps behind Fuse 4').press('Enter');
  await expect(load).toContainText('too high');
  await load.getByLabel('Volts at the load of Fuse 4').fill('12,6');
  await load.getByLabel('Volts at the load of Fuse 4').press('Enter');
  await expect(load).toContainText('3 Ω in all behind it');
  await page.getByLabel('It blew after seconds').fill('5');
  await expect(page.getByTestId('blew-at')).toContainText('20 A');
  await expect(
    page
      .getByRole('img', { name: /When a fuse of 10 A opens/ })
      .locator('.main-svg')
      .first(),
  ).toBeVisible();
});

test('a limiter is known before it is looked at', async ({ page, house }) => {
  await openJob(page, house.address);
  await page.getByRole('radiogroup', { name: 'Saloon lights' }).getByRole('radio', { name: 'On' }).click();
  await step(page, 'Fuse box');
  await page.getByRole('radio', { name: 'Lamp in its place' }).click();
  await page.getByLabel('Cavity').selectOption({ label: 'Fuse 17' });
  const table = page.getByRole('table', { name: 'What a limiter shows' });
  await expect(table.getByRole('row', { name: /On a short/ })).toContainText('Bright');
  await expect(table).toContainText('Without Scanner outlet');
});

test('what is dead and what works in two diagrams points to the ground that they share', async ({
  page,
  house,
}) => {
  await page.goto(`${house.address}/vehicles`);
  await page.getByRole('link', { name: /travelling library/ }).click();
  await page.getByRole('link', { name: 'what is dead, what works' }).click();
  const set = async (control: string, position: string) =>
    page
      .getByRole('radiogroup', { name: control })
      .getByRole('radio', { name: position, exact: true })
      .click();
  await set('Saloon lights', 'On');
  await set('Rear door', 'Open');
  await set('Side lights', 'On');
  const tap = async (load: string, word: string) =>
    page.getByTestId(`load-${load}`).getByRole('radio', { name: word }).click();
  for (const dead of ['TL', 'NP', 'SL']) await tap(dead, 'Dead');
  for (const working of ['TR', 'RL12']) await tap(working, 'Works');
  const list = page.getByRole('list', { name: 'What explains it' }).getByRole('listitem');
  await expect(list.first()).toContainText('G3 D-pillar');
  expect(library.parts.some(({ id }) => id === 'G3')).toBe(true);
});
