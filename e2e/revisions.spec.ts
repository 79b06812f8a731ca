import { newCircuit, openJobOnIt, starterText, writeAtEnd, written } from './drawing';
import { expect, step, test } from './workshop';

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
  await step(page, 'Seen');
  await page.getByRole('region', { name: 'State of the vehicle' }).getByRole('radio', { name: 'On' }).click();
  await page.getByTestId('tile-lamp-right').getByRole('button', { name: 'Dead' }).click();
  await step(page, 'Measured');
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
  await expect(gone).toContainText(/no longer has Lamp right.*Where is that now/);
  await expect(ledger.getByRole('listitem')).toHaveCount(0);
  const points = gone.getByRole('combobox');
  const point = await points.locator('option').nth(1).innerText();
  await points.selectOption({ index: 1 });
  await gone.getByRole('button', { name: 'It was read there' }).click();
  await expect(gone).toBeHidden();
  await expect(ledger.getByRole('listitem')).toHaveCount(1);
  await expect(ledger).toContainText(point);
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
