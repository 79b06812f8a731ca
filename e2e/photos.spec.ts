import type { PhotoRecord } from '@grim-lantern/contract';
import type { Page } from '@playwright/test';
import { expect, library, openJob, signIn, test } from './workshop';

const vehiclePhotos = async (page: Page, address: string, vehicleId: string) => {
  const reply = await page.request.get(`${address}/api/vehicles/${vehicleId}/photos`);
  return ((await reply.json()) as { photos: PhotoRecord[] }).photos;
};

/** A picture as large as a phone takes them, drawn by the browser itself. */
async function largePicture(page: Page): Promise<Buffer> {
  const drawn = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    Object.assign(canvas, { width: 4000, height: 3000 });
    const context = canvas.getContext('2d')!;
    for (let i = 0; i < 400; i++) {
      context.fillStyle = `hsl(${(i * 47) % 360} 60% 50%)`;
      context.fillRect((i % 20) * 200, Math.floor(i / 20) * 150, 180, 130);
    }
    return canvas.toDataURL('image/png');
  });
  return Buffer.from(drawn.split(',')[1] ?? '', 'base64');
}

test('a photo of where the hand goes is taken without a network, sent later, shown there, and stands in the report', async ({
  page,
  house,
}) => {
  await openJob(page, house.address);
  await page.getByTestId('next').waitFor();
  const vehicleId = await page.evaluate(async () => {
    const { jobs } = (await (await fetch('/api/jobs')).json()) as {
      jobs: { title: string; vehicle: { id: string } }[];
    };
    return jobs.find(({ title }) => title.startsWith('Fuse 17'))!.vehicle.id;
  });
  const file = { name: 'photo.png', mimeType: 'image/png', buffer: await largePicture(page) };
  await page.getByRole('button', { name: /^Photos of this place: none/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Photos' });
  await house.stop();
  await dialog.locator('input[type="file"]').first().setInputFiles(file);
  await expect(dialog.getByText('Not sent yet')).toBeVisible();
  // It outlives the page, and comes out of the device's own shelf.
  expect(await dialog.getByRole('listitem').locator('img').count()).toBe(1);
  await house.start();
  await expect(dialog.getByText('Not sent yet')).toBeHidden();
  const [stored] = await vehiclePhotos(page, house.address, vehicleId);
  expect(['place', 'part']).toContain(stored!.shows);
  expect(stored!.type).toBe('image/jpeg');
  expect(Math.max(stored!.width, stored!.height)).toBe(1800);
  expect([...library.places, ...library.parts].some(({ id }) => id === stored!.of)).toBe(true);
  await dialog.getByRole('listitem').getByRole('button').click();
  await page.getByLabel('What it shows').fill('Chafed at the edge');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect
    .poll(async () => (await vehiclePhotos(page, house.address, vehicleId))[0]?.caption)
    .toBe('Chafed at the edge');
  await page.getByRole('button', { name: 'Close' }).last().click();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('button', { name: 'Photos of this place: 1' })).toBeVisible();
  await page.getByRole('link', { name: 'Report', exact: true }).click();
  await expect(page.getByRole('img', { name: /Chafed at the edge/ })).toBeVisible();
  const pdf = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).click();
  expect((await pdf).suggestedFilename()).toMatch(/\.pdf$/);
});

test('what is no photo is refused in one sentence; one that was put away comes back', async ({
  page,
  house,
}) => {
  await signIn(page, house.address);
  await page.goto(`${house.address}/vehicles`);
  await page.getByRole('link', { name: /travelling library/ }).click();
  const section = page.getByRole('region', { name: 'Photos' });
  const input = section.locator('input[type="file"]');
  const buffer = Buffer.from('%PDF-1.7');
  await input.setInputFiles({ name: 'photo.jpg', mimeType: 'image/jpeg', buffer });
  await expect(section.getByRole('alert')).toHaveText(/Expected a photo/);
  await section.getByLabel('What the next photo shows').selectOption('diagram');
  await input.setInputFiles({ name: 'p.png', mimeType: 'image/png', buffer: await largePicture(page) });
  await section.getByRole('button', { name: 'Printed diagram' }).click();
  await page.getByRole('button', { name: 'Put it away' }).click();
  await section.getByText('Put away (1)').click();
  await section.getByRole('button', { name: 'Printed diagram' }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(section.getByText(/Put away/)).toBeHidden();
  await expect(section.getByRole('button', { name: 'Printed diagram' })).toBeVisible();
  // It stands beside the drawing that is made from it, as large as it takes.
  await page.getByRole('link', { name: 'New circuit' }).click();
  await page.getByRole('radio', { name: 'Photo' }).click();
  const diagram = page.getByRole('region', { name: 'Printed diagram' }).getByRole('img');
  const width = async () => (await diagram.boundingBox())?.width ?? 0;
  await expect.poll(width).toBeGreaterThan(0);
  const before = await width();
  await page
    .getByRole('region', { name: 'Photos of the diagram' })
    .getByRole('button', { name: 'Larger' })
    .click();
  await expect.poll(width).toBeGreaterThan(1.4 * before);
  // Or under it, while the text is written.
  await page.getByRole('button', { name: 'Under the drawing' }).click();
  await page.getByRole('radio', { name: 'Text' }).click();
  const drawing = page.getByRole('region', { name: 'Drawing' });
  await expect(drawing.getByRole('img', { name: /under the drawing/ })).toBeVisible();
  await expect(drawing.getByTestId('part-BAT')).toBeVisible();
});
