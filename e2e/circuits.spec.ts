import type { Page } from '@playwright/test';
import { readNotation, starters } from '@grim-lantern/core';
import type { Circuit } from '@grim-lantern/core';
import { expect, follow, hiddenFault, test } from './workshop';

/** A hand that counts its taps and keys, and waits as a person does between them. */
function hand(page: Page) {
  const waits = { tap: 350, key: 90 };
  let acts = 0;
  const grow = page.getByRole('region', { name: 'What comes next' });
  const tap = async (name: string | RegExp) => {
    acts++;
    await grow.getByRole('button', { name, exact: typeof name === 'string' }).click();
    await page.waitForTimeout(waits.tap);
  };
  const type = async (text: string) => {
    acts += text.length;
    await page.keyboard.type(text, { delay: waits.key });
  };
  const press = async (key: string) => {
    acts++;
    await page.keyboard.press(key);
  };
  return {
    tap,
    count: () => acts,
    /** A part: its kind, then its number or words, then its figure, as far as they are said. */
    add: async (kind: string, name = '', figure = '') => {
      await tap(kind);
      if (name !== '') await type(name);
      if (figure !== '') {
        await press('Tab');
        await type(figure);
      }
      await press('Enter');
    },
  };
}

async function newCircuit(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/vehicles`);
  await page.getByRole('button', { name: 'New vehicle' }).click();
  await page.getByLabel('Vehicle, model and year').fill('Heron flatbed, 2011');
  await page.getByLabel('Used for').fill('nursery deliveries');
  await page.getByRole('button', { name: 'Save vehicle' }).click();
  await page.getByRole('link', { name: 'New circuit' }).click();
  await expect(page.getByRole('region', { name: 'What comes next' })).toContainText('After Battery');
}

/** What a starter writes when nothing is changed in its answers. */
function starterText(id: string): string {
  const starter = starters.find((each) => each.id === id)!;
  return starter.text(Object.fromEntries(starter.fields.map((field) => [field.id, field.usual])));
}

const written = (page: Page) => page.locator('.cm-content');

/** Writes at the end of the text; a list of completions that came up is closed. */
async function writeAtEnd(page: Page, text: string): Promise<void> {
  await written(page).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(text);
  await page.keyboard.press('Escape');
}

/** Opens a job on the circuit that was just saved, and goes on to measuring. */
async function openJobOnIt(page: Page, title: string, complaint: string): Promise<void> {
  await page.getByRole('button', { name: 'New job on it' }).click();
  await page.getByLabel('What fails').fill(title);
  await page.getByLabel(/^Complaint/).fill(complaint);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.getByRole('button', { name: 'Skip: measure at once' }).click();
}

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
  await tap('F5.load');
  await add('Button', 'horn');
  await add('Ground');
  await tap('Branch at Splice S1');
  await add('Horn', 'high', '5');
  await tap('Joins …');
  await tap('G1');
  expect(count()).toBeLessThanOrEqual(60);
  expect((Date.now() - started) / 1000).toBeLessThan(90);
  await expect(page.getByRole('heading', { name: 'It can advise' })).toBeVisible();
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
  await expect(page.getByRole('heading', { name: 'It can advise' })).toBeVisible();
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

test('a splice found in the middle of a job: the drawing is changed, the job goes on with it, nothing read is lost', async ({
  page,
  house,
}) => {
  await newCircuit(page, house.address);
  await page.getByRole('radio', { name: 'Start from' }).click();
  await page.getByRole('button', { name: 'Lamps by relay' }).click();
  await page.getByRole('button', { name: 'Draw it' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await openJobOnIt(page, 'Right lamp dead', 'Since the bumper was off.');
  const { circuit } = readNotation(starterText('lamps'));
  await follow(page, hiddenFault(circuit, '', null));
  const ledger = page.getByRole('list', { name: 'Ledger' });
  await expect(ledger.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('link', { name: 'Drawing' }).click();
  await writeAtEnd(page, 'S1 > lamp marker 5W > ground G9');
  await page.getByLabel('Why this change').fill('a marker lamp on the same splice');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('revision 2')).toBeVisible();
  await expect(page.getByText('M. Oduya, ')).toContainText('a marker lamp on the same splice');
  await page.getByRole('link', { name: 'Back to the job' }).click();
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await expect(page.getByTestId('part-lamp-marker')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Go on with it' })).toBeHidden();
  await expect(ledger.getByRole('listitem')).toHaveCount(1);
  // The next revision calls everything otherwise: where it was read is asked, not forgotten.
  const words = [/left/g, /right/g, /\bK1\b/g, /\b12\b/g, /lights/g, /\bS1\b/g] as const;
  const renamed = ['near', 'off-side', 'K9', '21', 'lighting', 'S9'];
  await page.getByRole('link', { name: 'Drawing' }).click();
  await written(page).click();
  await page.keyboard.press('Control+A');
  await page.keyboard.insertText(
    words.reduce((text, word, i) => text.replaceAll(word, renamed[i]!), starterText('lamps')),
  );
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByRole('link', { name: 'Back to the job' }).click();
  await page.getByRole('button', { name: 'Go on with it' }).click();
  const gone = page.getByRole('region', { name: 'A point that is gone' });
  await expect(gone).toContainText(/no longer has (Fuse 12|Relay K1|Lamp (left|right)).*Where is that now/);
  await expect(ledger.getByRole('listitem')).toHaveCount(0);
  const points = gone.getByRole('combobox');
  const point = await points.locator('option').nth(1).innerText();
  await points.selectOption({ index: 1 });
  await gone.getByRole('button', { name: 'It was read there' }).click();
  await expect(gone).toBeHidden();
  await expect(ledger.getByRole('listitem')).toHaveCount(1);
  await expect(ledger).toContainText(point);
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
  await expect(page.getByRole('heading', { name: 'It can advise' })).toBeVisible();
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

test('two people change one drawing: the second is told, merges, and both changes stand', async ({
  page,
  house,
  context,
}) => {
  await newCircuit(page, house.address);
  await writeAtEnd(page, 'battery > fuse 5 20A > lamp left 21W > ground G1');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('revision 1')).toBeVisible();
  const other = await context.newPage();
  await other.goto(page.url());
  await writeAtEnd(other, '\nbattery > fuse 6 10A > lamp right 21W > ground G2');
  await writeAtEnd(page, '\n# seen at the vehicle');
  await other.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(other.getByText('revision 2')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  // First as the refusal of saving, then above the drawing.
  await expect(page.getByText(/saved a newer revision/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Merge with the newer revision' }).click();
  await expect(written(page)).toContainText('lamp right');
  await expect(written(page)).toContainText('seen at the vehicle');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('revision 3')).toBeVisible();
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
  await expect(page.getByRole('heading', { name: 'It can advise' })).toBeVisible();
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

test('a job without a diagram keeps what is said, and goes on with its circuit once that is drawn', async ({
  page,
  house,
}) => {
  await newCircuit(page, house.address);
  await page.goto(house.address);
  await page.getByRole('button', { name: /New job/ }).click();
  const dialog = page.getByRole('dialog');
  const none = { label: 'Heron flatbed, 2011, nursery deliveries: no diagram yet' };
  await dialog.getByLabel('Vehicle and circuit').selectOption(none);
  await dialog.getByRole('radio', { name: '24 V' }).click();
  await dialog.getByLabel('What fails').fill('Horn dead');
  await dialog.getByLabel(/^Complaint/).fill('Since Monday.');
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is drawn of this yet' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add a photo' })).toBeVisible();
  await expect(page.getByRole('img', { name: /Harness/ }).getByText(/%/)).toHaveCount(0);
  // A relay that no diagram shows is tested by itself; the vehicle remembers its socket.
  await page.getByRole('link', { name: 'Test a relay by itself' }).click();
  await page.getByLabel('Fuse box or place').fill('Dash');
  await page.getByLabel('Socket').fill('R3');
  await expect(page.getByText('240–520 Ω')).toBeVisible();
  await page.getByRole('radio', { name: 'with 4', exact: true }).click();
  await page.getByLabel('Coil 1 – 2', { exact: true }).fill('OL');
  await page.getByLabel('3 – 4 at rest', { exact: true }).fill('0.4');
  await expect(page.getByRole('region', { name: 'Verdict on the relay' })).toContainText('the coil is open');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Earlier bench tests' })).toContainText('the coil is open');
  await page.goto(`${house.address}/vehicles`);
  await page.getByRole('link', { name: /Heron flatbed/ }).click();
  const relays = page.getByRole('region', { name: 'Relays' });
  await expect(relays).toContainText('Relay R3, Dash R3');
  await expect(relays).toContainText('the coil is open');
  // Nor does the list of jobs tell of a suspect, once it has worked out where the job stands.
  await page.goto(house.address);
  const line = page
    .getByRole('list', { name: 'Jobs' })
    .getByRole('listitem')
    .filter({ hasText: 'Horn dead' });
  await expect(line).toContainText('0 readings');
  await expect(line.getByText(/%/)).toHaveCount(0);
  await line.getByRole('link').click();
  await page.getByRole('link', { name: 'Draw the circuit' }).click();
  await writeAtEnd(page, 'battery > fuse 5 20A > switch > horn 5A > ground G1');
  await expect(page.getByText('still called “Not drawn yet”')).toBeVisible();
  await expect(written(page)).toContainText('24 V');
  // Tried against the real one, which does otherwise: what would explain it is put right in one tap, and taken back.
  const tried = page.getByRole('region', { name: 'Try it' });
  await tried.getByRole('radio', { name: 'No', exact: true }).click();
  await tried.getByRole('button', { name: 'Horn runs on the real one' }).click();
  const doubts = tried.getByRole('list', { name: 'What may be drawn wrong' });
  const closes = doubts.getByRole('listitem').filter({ hasText: 'closes in “Off”, not in “On”' });
  await closes.getByRole('button', { name: 'Draw it so' }).click();
  await expect(tried.getByText('The drawing does now what you have seen.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(closes).toBeVisible();
  await page.getByLabel('Name of the circuit').fill('Horn');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByRole('link', { name: 'Back to the job' }).click();
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await expect(page.getByTestId('complaint-question')).toBeVisible();
  await expect(page.getByText('Complaint. Since Monday.')).toBeVisible();
});
