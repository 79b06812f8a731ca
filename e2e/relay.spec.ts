import type { OperatingState, ReadingValue, Test } from '@grim-lantern/core';
import type { Page } from '@playwright/test';
import {
  backedOutPin,
  expect,
  hiddenFault,
  minibus,
  nothingWrong,
  openDeadRamp,
  openJob,
  playToTheEnd,
  relayJobPath,
  repairAndProve,
  recordCause,
  reportSays,
  settled,
  step,
  test,
} from './workshop';

/** The reading that the socket asks for next; null where it asks for none. */
async function askedAtSocket(page: Page): Promise<{ test: Test; state: OperatingState } | null> {
  // In one go: between two questions the card may be gone.
  const cards = await page
    .getByTestId('socket-next')
    .evaluateAll((found) => found.map(({ dataset }) => ({ ...dataset })));
  const [card] = cards;
  if (card === undefined) return null;
  const { instrument, at, state } = card;
  return { test: { instrument, at } as Test, state: JSON.parse(state ?? '{}') as OperatingState };
}

/** Sets the vehicle as the socket asks, and enters what was read on the pin that it then shows. */
async function readAtSocket(page: Page, { test: asked }: { test: Test }, value: ReadingValue): Promise<void> {
  await page.getByTestId('socket-next').click();
  const cell = page.getByTestId('pin-card').getByTestId(`cell-${asked.instrument}`);
  const lines = await page.getByTestId('reading').count();
  if (value.kind === 'outcome') {
    const name = { dark: 'Dark', dim: 'Dim', bright: 'Bright' }[value.outcome] ?? value.outcome;
    await cell.getByRole('button', { name }).click();
  } else if (value.kind === 'overload') {
    await cell.getByRole('button', { name: 'OL' }).click();
  } else {
    await cell.getByRole('textbox').fill(value.value.toFixed(2));
    await cell.getByRole('textbox').press('Enter');
  }
  await expect(page.getByTestId('reading')).toHaveCount(lines + 1);
}

const percentOf = async (page: Page, side: string) =>
  Number(/(\d+) %/.exec((await page.getByTestId(`quarter-${side}`).textContent()) ?? '')?.[1] ?? '0');

test(
  'the interlock, from the complaint to the pin that backed out, by way of the relay’s socket',
  { tag: '@long' },
  async ({ page, house }) => {
    const vehicle = backedOutPin();
    await openDeadRamp(page, house.address);
    await step(page, 'Relay');
    // Whoever has never seen this relay does what is asked, pin after pin.
    for (let taken = 0; taken < 6 && (await percentOf(page, 'coil-command')) < 90; taken++) {
      await expect(page.getByTestId('socket-next')).toBeVisible();
      const asked = await askedAtSocket(page);
      if (asked === null) break;
      await readAtSocket(page, asked, vehicle.read(asked.test, asked.state));
      await expect(async () => {
        expect(JSON.stringify(await askedAtSocket(page))).not.toBe(JSON.stringify(asked));
      }).toPass();
    }
    expect(await percentOf(page, 'coil-command')).toBeGreaterThanOrEqual(90);
    await expect(page.getByTestId('pin-coilCommand')).toHaveAttribute('data-agreement', 'disagrees');
    // Held, the quarter stands alone on the harness.
    await page.getByTestId('quarter-coil-command').hover();
    await expect(page.getByTestId('section-W15')).toHaveAttribute('data-percent', '0');
    // The command's way: all three switches are set so; the wire through the interlock is open end to end.
    await page.getByRole('radio', { name: 'Command' }).click();
    for (const [gate, words] of [
      ['SW1', 'Ramp switch: on'],
      ['SW2', 'Side door: closed'],
      ['SW3', 'Park brake: on'],
    ] as const) {
      await expect(page.getByTestId(`gate-${gate}`)).toContainText(words);
      await expect(page.getByTestId(`gate-${gate}`)).toContainText('✓ set so');
    }
    const wire = page.getByTestId('wire-SW1.2~SW2.1');
    await expect(wire).toContainText('Disconnect the battery');
    await wire.getByRole('button', { name: 'OL' }).click();
    await expect(wire).toContainText('not as it should be');
    await step(page, 'Measured');
    await settled(page);
    const { suspect } = await playToTheEnd(page, vehicle);
    expect(suspect).toBe('C3');
    await recordCause(page);
    await repairAndProve(page, nothingWrong(minibus));
    await reportSays(page, 'C3 interlock', 'Ohms end to end');
  },
);

test('a move that proves is taken with its steps and cautions, and clears what it proves', async ({
  page,
  house,
}) => {
  const vehicle = hiddenFault(minibus, 'K2', {
    kind: 'part',
    part: 'K2',
    effect: { kind: 'hold', role: 'normallyOpen', joined: false },
  });
  await openJob(page, house.address, 'P. Lindqvist', relayJobPath);
  await step(page, 'Relay');
  await page.getByRole('radio', { name: 'Prove' }).click();
  const jumper = page.getByTestId('move-jumper');
  await expect(jumper).toContainText('30 A at most');
  await jumper.getByRole('button', { name: 'Do it' }).click();
  await expect(jumper).toContainText('Pull Relay K2.');
  await expect(jumper).toContainText('Lay a lead with a 30 A fuse');
  const state: OperatingState = {
    controls: { key: 'run', ramp: 'on', door: 'closed', brake: 'on' },
    batteryConnected: true,
    apart: ['K2'],
    cavities: {},
    leads: [{ from: 'K2.supply', to: 'K2.normallyOpen', fuseAmps: 30 }],
  };
  const seen = vehicle.read({ instrument: 'load', at: 'RP' }, state);
  expect(seen).toMatchObject({ outcome: 'works' });
  await jumper.locator('[data-outcome="works"]').click();
  await page.getByRole('radio', { name: 'Socket' }).click();
  await expect(async () => {
    expect(await percentOf(page, 'supply')).toBeLessThan(5);
    expect(await percentOf(page, 'load-side')).toBeLessThan(5);
  }).toPass();
  await expect(page.getByTestId('quarter-coil-command')).toContainText('likely here');
});

test('a relay is tested by itself: judged as it is typed, kept with its socket, entered in the job', async ({
  page,
  house,
}) => {
  await openJob(page, house.address, 'P. Lindqvist', relayJobPath);
  await step(page, 'Relay');
  await page.getByRole('radio', { name: 'Bench', exact: true }).click();
  const type = async (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text);
  const verdict = page.getByRole('region', { name: 'Verdict on the relay' });
  await type('Coil 86 – 85', '88');
  await type('Relay’s temperature', '50');
  await type('Maker’s least at 20 °C', '70');
  await expect(page.getByRole('alert')).toContainText('needs both its ends');
  await type('Maker’s most at 20 °C', '85');
  await expect(verdict).toContainText('88.0 Ω at 50 °C is 78.7 Ω at 20 °C: inside 70–85');
  await type('30 – 87 at rest', 'ol');
  await type('Drop over 30 – 87', '1,5');
  await type('At a current of', '5');
  await expect(verdict).toContainText('300 mΩ: burnt');
  await page.getByRole('button', { name: 'Save, and enter the verdict in the job' }).click();
  await expect(page.getByTestId('reading').filter({ hasText: 'Contact bad' })).toBeVisible();
  await page.reload();
  await page.getByRole('radio', { name: 'Bench', exact: true }).click();
  const earlier = page.getByRole('region', { name: 'Earlier bench tests' });
  await expect(earlier).toContainText('P. Lindqvist');
  await expect(earlier).toContainText('300 mΩ: burnt');
  // The vehicle remembers it, whatever becomes of the job.
  await page.goto(`${house.address}/vehicles`);
  await page.getByRole('link', { name: /Brackwater Nomad/ }).click();
  const relays = page.getByRole('region', { name: 'Relays' });
  await expect(relays).toContainText('Relay K2, Dash centre K2');
  await expect(relays).toContainText('300 mΩ: burnt');
});

test('a socket is drawn by hand, kept for the vehicle, and seen mirrored at the legs', async ({
  page,
  house,
}) => {
  await openJob(page, house.address, 'P. Lindqvist', relayJobPath);
  await step(page, 'Relay');
  await page.getByRole('button', { name: /draw it/ }).click();
  const editor = page.getByRole('region', { name: 'Draw the socket' });
  await editor.getByRole('radio', { name: '85', exact: true }).click();
  await editor.getByRole('button', { name: 'Column 1, row 5' }).click();
  await editor.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: /Drawn by hand/ })).toBeVisible();
  const x = async () => (await page.getByTestId('pin-coilCommand').boundingBox())!.x;
  const socket = await x();
  await page.getByRole('radio', { name: 'At the legs' }).click();
  await expect(page.getByText('left and right exchanged')).toBeVisible();
  expect(await x()).toBeGreaterThan(socket + 100);
  await page.reload();
  await expect(page.getByRole('button', { name: /Drawn by hand/ })).toBeVisible();
});
