import type { Circuit } from '@grim-lantern/core';
import { hand, newCircuit, openJobOnIt, written } from './drawing';
import { expect, test } from './workshop';

test('a horn circuit is grown on a phone in at most 60 taps and keys and 90 seconds, and advises at once', async ({
  page,
  house,
}) => {
  test.setTimeout(150_000);
  await page.setViewportSize({ width: 390, height: 844 });
  await newCircuit(page, house.address);
  const { add, tap, count } = hand(page);
  const started = Date.now();
  await add('Fuse', '5', '20');
  await add('Relay');
  await add('Splice');
  await add('Horn', 'low', '5');
  await add('Ground');
  // The relay's coil comes next by itself: fed from the same fuse, pulled to ground by the button.
  await expect(page.getByRole('heading', { name: 'What feeds Relay K1 pin 86?' })).toBeVisible();
  await tap('Joins …');
  await tap('Fuse 5, load leg');
  await add('Button', 'horn');
  await add('Ground');
  await tap('Branch at Splice S1');
  await add('Horn', 'high', '5');
  await tap('Joins …');
  await tap('G1');
  expect(count()).toBeLessThanOrEqual(60);
  expect((Date.now() - started) / 1000).toBeLessThan(90);
  await expect(page.getByRole('heading', { name: 'It can advise', exact: true })).toBeVisible();
  const tried = page.getByRole('region', { name: 'Try it' });
  await expect(tried.getByText('runs')).toHaveCount(0);
  await tried.getByRole('radio', { name: 'Pressed' }).click();
  await expect(tried.getByText('runs')).toHaveCount(2);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await openJobOnIt(page, 'Fuse 5 blows', 'When the horn is pressed.');
  await expect(page.getByRole('region', { name: 'Work' }).getByRole('heading').first()).toBeVisible();
});

test('what is written is drawn, told at its place while it is wrong, kept over a reload, and taken back by undo', async ({
  page,
  house,
}) => {
  await newCircuit(page, house.address);
  await written(page).click();
  await page.keyboard.type('battery > fuse 5 20A > lamp left 21W > gro');
  const suggestions = page.getByRole('listbox', { name: 'Completions' });
  await expect(suggestions).toContainText('ground');
  await expect(async () => {
    await page.keyboard.press('Tab');
    await expect(written(page)).toContainText('> ground', { timeout: 500 });
  }).toPass();
  await page.keyboard.type(' G1');
  // What is typed stands, also where the list offers the id that it has just been given.
  await expect(page.getByTestId('part-G1')).toBeVisible();
  await page.keyboard.press('Backspace');
  await page.keyboard.type('1');
  await expect(suggestions).toContainText('G1');
  await page.keyboard.press('Enter');
  await page.keyboard.type('F5 > lmp right');
  await expect(written(page)).toContainText('lamp left 21W > ground G1F5 > lmp right');
  await page.keyboard.press('Escape');
  const checks = page.getByRole('region', { name: 'Checks' });
  await expect(checks).toContainText('Line 5: “lmp right” is no part yet');
  await expect(page.getByTestId('part-lamp-left')).toBeVisible();
  // It is refused in a sentence and stays where it is.
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was saved');
  await page.reload();
  await expect(written(page)).toContainText('F5 > lmp right');
  for (let back = 0; back < 8; back++) await page.keyboard.press('Backspace');
  await written(page).click();
  await page.keyboard.press('Control+End');
  for (let back = 0; back < 'lmp right'.length; back++) await page.keyboard.press('Backspace');
  // At once, however slow the machine: one step to undo.
  await page.keyboard.insertText('lamp right > G1');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'It can advise', exact: true })).toBeVisible();
  await expect(page.getByTestId('part-lamp-right')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('part-lamp-right')).toBeHidden();
  await page.getByRole('button', { name: 'Redo' }).click();
  // What the cursor is put on is marked in the drawing.
  await written(page).getByText('lamp', { exact: true }).first().click();
  const marked = await page.getByTestId('chosen').locator('rect').boundingBox();
  const drawn = await page.getByTestId('part-lamp-left').boundingBox();
  expect(marked!.x).toBeLessThan(drawn!.x);
  expect(marked!.x + marked!.width).toBeGreaterThan(drawn!.x + drawn!.width);
  // The table changes the same circuit: what was assumed and is typed is assumed no more.
  await page.getByRole('radio', { name: 'Table' }).click();
  await page.getByLabel('Watts of Lamp right').fill('10');
  await page.getByLabel('Watts of Lamp right').press('Enter');
  await page.getByRole('radio', { name: 'Text' }).click();
  await expect(written(page)).toContainText('lamp right 10W');
});

test('a vehicle without a diagram: all fuses of its boxes, their places set by a tap, and a job that surveys them', async ({
  page,
  house,
}) => {
  await page.goto(`${house.address}/vehicles`);
  await page.getByRole('link', { name: /travelling library/ }).click();
  await page.getByRole('link', { name: 'New circuit' }).click();
  await page.getByRole('radio', { name: 'Start from' }).click();
  await page.getByRole('button', { name: 'No diagram: all fuses of its boxes' }).click();
  await expect(page.getByRole('heading', { name: 'It can advise', exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Table' }).click();
  const places = page.getByRole('region', { name: 'Places' });
  await places.getByLabel('Vehicle').selectOption({ label: 'Van' });
  await places.getByLabel('Minutes to reach fuse box').fill('3');
  await places.getByLabel('Minutes to reach fuse box').press('Enter');
  await places.getByLabel('What comes off for fuse box').fill('glove box');
  await places.getByLabel('What comes off for fuse box').press('Enter');
  await places.getByRole('button', { name: /^Where fuse box is/ }).click();
  const plan = page.getByRole('dialog').getByRole('img', { name: 'The vehicle from above' });
  const box = (await plan.boundingBox())!;
  await plan.click({ position: { x: box.width * 0.4, y: box.height * 0.8 } });
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL(/circuits\/[0-9a-f-]{36}/);
  const [id] = /[0-9a-f-]{36}$/.exec(new URL(page.url()).pathname) ?? [];
  const reply = await page.request.get(`${house.address}/api/circuits/${id}`);
  const { circuit } = (await reply.json()) as { circuit: Circuit };
  const fuseBox = circuit.places.find((each) => each.id === 'fuse-box')!;
  expect(circuit.body).toBe('van');
  expect(fuseBox.reachMinutes).toBe(3);
  expect(circuit.strips.find((each) => each.id === fuseBox.strip)?.name).toBe('glove box');
  const [along, across] = fuseBox.where!;
  // Front to the left, the vehicle's left side below.
  expect(along).toBeGreaterThan(0.3);
  expect(along).toBeLessThan(0.5);
  expect(across).toBeLessThan(0.3);
  await openJobOnIt(page, 'Flat after a night', 'Flat every morning, no diagram to be had.');
  await page.getByRole('link', { name: 'Fuse box' }).click();
  await expect(page.getByTestId('cavity-20')).toBeVisible();
});

test('rows of a spreadsheet in any language are drawn once their columns are named, and saved as a file again', async ({
  page,
  house,
}) => {
  await newCircuit(page, house.address);
  await page.getByRole('radio', { name: 'Start from' }).click();
  await page
    .getByLabel('What to import')
    .fill(
      'Von;Ziel;Farbe;Bemerkung\nBAT.+;F5.feed;rot;\nF5.load;M1.1;rot;hinten\nM1.2;G1;braun;\nBAT.-;G2;braun;',
    );
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  const columns = page.getByRole('region', { name: 'What the columns mean' });
  await columns.getByLabel('Column 3').selectOption({ label: 'Colour' });
  await columns.getByRole('button', { name: 'Draw them' }).click();
  await expect(page.getByTestId('part-M1')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'It can advise', exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Export' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'JSON', exact: true }).click(),
  ]);
  const chunks: Buffer[] = [];
  for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer);
  const saved = JSON.parse(Buffer.concat(chunks).toString()) as {
    sections: { from: string; to: string; colour: string }[];
  };
  expect(saved.sections.map(({ from, to, colour }) => [from, to, colour])).toEqual([
    ['BAT.+', 'F5.feed', 'rot'],
    ['F5.load', 'M1.1', 'rot'],
    ['M1.2', 'G1.x', 'braun'],
    ['BAT.-', 'G2.x', 'braun'],
  ]);
});
