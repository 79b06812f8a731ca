import type { Page } from '@playwright/test';
import { expect, test } from './workshop';

const password = 'a lamp in the cavity of fuse 5';

/** From the own account: a PIN for shared tablets. */
async function choosePin(page: Page, pin: string): Promise<void> {
  await page.getByRole('button', { name: /^Signed in/ }).click();
  await page.getByRole('menuitem', { name: 'Your account' }).click();
  await page.getByLabel(/^Present password/).fill(password);
  await page.getByLabel(/^PIN for shared tablets/).fill(pin);
  await page.getByRole('button', { name: 'Save PIN' }).click();
  await expect(page.getByText('PIN saved.')).toBeVisible();
}

/** The owner adds a person; who opens the link chooses a password. @returns the page of that person */
async function added(owner: Page, name: string, address: string): Promise<Page> {
  await owner.goto(`${address}/workshop`);
  await owner.getByLabel('Name of a new person').fill(name);
  await owner.getByRole('button', { name: 'Add', exact: true }).click();
  const link = await owner.getByText(/\/welcome#/).textContent();
  const context = await owner.context().browser()!.newContext();
  const page = await context.newPage();
  await page.goto(link ?? '');
  await page.getByLabel(/^Login/).fill(name.toLowerCase());
  await page.getByLabel(/^Password/).fill('short');
  await page.getByRole('button', { name: 'Save and sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('Expected at least 12 characters');
  await page.getByLabel(/^Password/).fill(password);
  await page.getByRole('button', { name: 'Save and sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  return page;
}

/** Types a PIN by thumb. */
async function pin(page: Page, name: string, digits: string): Promise<void> {
  const pad = page.getByRole('form', { name: `PIN of ${name}` });
  for (const digit of digits) await pad.getByRole('button', { name: digit, exact: true }).click();
  await pad.getByRole('button', { name: 'Sign in' }).click();
}

test('two people come by the owner’s links, share a tablet by PIN, and each signs what they enter', async ({
  page: owner,
  house,
}) => {
  const one = await added(owner, 'Noor', house.address);
  await choosePin(one, '2468');
  const other = await added(owner, 'Kofi', house.address);
  await choosePin(other, '1357');

  // The tablet is Noor's page: shared from her next sign-in with the password on.
  await one.getByRole('button', { name: /^Signed in/ }).click();
  await one.getByRole('menuitem', { name: 'Sign out' }).click();
  await one.getByLabel('Login').fill('noor');
  await one.getByLabel('Password').fill(password);
  await one.getByLabel(/Others use this tablet/).check();
  await one.getByRole('button', { name: 'Sign in' }).click();
  await one.getByRole('button', { name: /^Signed in/ }).click();
  await one.getByRole('menuitem', { name: 'Sign out' }).click();
  await one.getByLabel('Login').fill('kofi');
  await one.getByLabel('Password').fill('not the password');
  await one.getByRole('button', { name: 'Sign in' }).click();
  await expect(one.getByRole('alert')).toHaveText('Login and password do not belong together: check both.');
  await one.getByLabel('Password').fill(password);
  await one.getByRole('button', { name: 'Sign in' }).click();

  // From now on a PIN is enough.
  await one.getByRole('button', { name: 'Signed in: Kofi' }).click();
  await one.getByRole('menuitem', { name: 'Switch to Noor' }).click();
  await pin(one, 'Noor', '1111');
  await expect(one.getByRole('alert')).toHaveText(/That is not the PIN/);
  await pin(one, 'Noor', '2468');
  await expect(one.getByRole('button', { name: 'Signed in: Noor' })).toBeVisible();

  await owner.reload();
  const lines = owner.getByRole('region', { name: 'Who did what' }).getByRole('listitem');
  await expect(lines.first()).toContainText('Noor: Signed in with a PIN');
  await one.context().close();
  await other.context().close();
});

test('what is entered while signed out elsewhere waits, and goes out after signing in again', async ({
  page,
  house,
}) => {
  await page.goto(house.address);
  await page.getByRole('link', { name: /Fuse 17 keeps blowing/ }).click();
  await expect(page.getByTestId('next')).toBeVisible();
  // Another tab signs everywhere out; this page has not asked for anything since.
  const reads = (url: URL) => url.pathname.startsWith('/api/');
  await page.route(reads, (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()));
  await page.request.delete(`${house.address}/api/sessions`);
  await page.getByTestId('next').locator('[data-outcome="none"]').click();
  await page.unroute(reads);
  await expect(
    page.getByText('1 entry waits here and will be sent once somebody is signed in.'),
  ).toBeVisible();
  await page.getByRole('button', { name: /M. Oduya/ }).click();
  await expect(page.getByTestId('reading')).toHaveCount(2);
  await expect(page.getByText('not sent yet')).toBeHidden();
});

test('a customer reads the report of one job by a link, the photo of a meter with it, without a sign-in, until it is ended', async ({
  page: technician,
  house,
}) => {
  await technician.goto(house.address);
  await technician.getByRole('link', { name: /Steriliser/ }).click();
  const reading = technician.getByTestId('reading').first();
  const picture = await technician.screenshot({ clip: { x: 0, y: 0, width: 300, height: 200 } });
  await reading
    .getByLabel(/^Photo of the meter/)
    .setInputFiles({ name: 'meter.png', mimeType: 'image/png', buffer: picture });
  await expect(reading.getByRole('button', { name: /^Meter: / })).toBeVisible();
  await expect(reading.getByText('Not sent yet')).toBeHidden();
  await technician.getByRole('link', { name: 'Report', exact: true }).click();
  const shown = await technician
    .getByRole('img', { name: /: .*, \d\d? \w{3}, \d\d:\d\d$/ })
    .getAttribute('alt');
  await technician.getByRole('button', { name: 'Make a link for the customer' }).click();
  const link = (await technician.getByText(/\/report#/).textContent()) ?? '';
  const context = await technician.context().browser()!.newContext();
  const customer = await context.newPage();
  await customer.goto(link);
  await expect(customer.getByRole('heading', { name: /Proof/ })).toBeVisible();
  await expect(customer.getByRole('img', { name: 'Harness drawing' })).toBeVisible();
  const meter = customer.getByRole('img', { name: shown ?? 'none' });
  await expect(meter).toBeVisible();
  expect(await meter.evaluate((each: HTMLImageElement) => each.naturalWidth)).toBe(300);
  await expect(customer.getByRole('button', { name: 'JSON' })).toHaveCount(0);
  await customer.goto(house.address);
  await expect(customer.getByRole('heading', { name: 'Jobs' })).toHaveCount(0);

  await technician.getByRole('button', { name: 'End the link' }).click();
  await expect(technician.getByRole('button', { name: 'Make a link for the customer' })).toBeVisible();
  await customer.goto(link);
  await expect(customer.getByRole('alert')).toHaveText(/shows no report any more/);
  await context.close();
});
