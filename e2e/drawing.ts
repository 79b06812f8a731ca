import { expect } from '@playwright/test';
import type { Page } from '@playwright/test';
import { starters } from '@grim-lantern/core';

/** A hand that counts its taps and keys, and waits as a person does between them. */
export function hand(page: Page) {
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

/** A new vehicle and its circuit, empty in the editor. */
export async function newCircuit(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/vehicles`);
  await page.getByRole('button', { name: 'New vehicle' }).click();
  await page.getByLabel('Vehicle, model and year').fill('Heron flatbed, 2011');
  await page.getByLabel('Used for').fill('nursery deliveries');
  await page.getByRole('button', { name: 'Save vehicle' }).click();
  await page.getByRole('link', { name: 'New circuit' }).click();
  await expect(page.getByRole('region', { name: 'What comes next' })).toContainText('After Battery');
}

/** What a starter writes when nothing is changed in its answers. */
export function starterText(id: string): string {
  const starter = starters.find((each) => each.id === id)!;
  return starter.text(Object.fromEntries(starter.fields.map((field) => [field.id, field.usual])));
}

/** The text of a circuit in the editor. */
export const written = (page: Page) => page.locator('.cm-content');

/** Writes at the end of the text; a list of completions that came up is closed. */
export async function writeAtEnd(page: Page, text: string): Promise<void> {
  await written(page).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(text);
  await page.keyboard.press('Escape');
}

/** Opens a job on the circuit that was just saved, and goes on to measuring. */
export async function openJobOnIt(page: Page, title: string, complaint: string): Promise<void> {
  await page.getByRole('button', { name: 'New job on it' }).click();
  await page.getByLabel('What fails').fill(title);
  await page.getByLabel(/^Complaint/).fill(complaint);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.getByRole('button', { name: 'Skip: measure at once' }).click();
}
