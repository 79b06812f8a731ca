import type {
  Circuit,
  Fault,
  JobEvent,
  JobSession,
  LoggedEvent,
  OperatingState,
  Prediction,
  ProposedAction,
  ReadingValue,
  Test,
} from '@grim-lantern/core';
import {
  instrumentById,
  openJob as coreJob,
  openCircuit,
  predictOn,
  simulateReading,
  solveTogether,
} from '@grim-lantern/core';
import { readConfig } from '@grim-lantern/server/config';
import type { Running } from '@grim-lantern/server/start';
import { startServer } from '@grim-lantern/server/start';
import { expect as hasty, test as base } from '@playwright/test';
import type { Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import pg from 'pg';
import { pino } from 'pino';
import { built } from '../scripts/build';
import { anyFreePort } from '../scripts/freePort';
import { inProject } from '../scripts/paths';

const circuitOf = (file: string) =>
  JSON.parse(readFileSync(inProject('demo/circuits', file), 'utf8')) as Circuit;
const circuit = circuitOf('travelling-library.json');
export const minibus = circuitOf('minibus-ramp.json');
export const demister = circuitOf('bloodmobile-demister.json');
export const fan = circuitOf('hatchback-fan.json');
export const pickup = circuitOf('pickup-drain.json');
export const library = circuit;
const demoJob = JSON.parse(readFileSync(inProject('demo/jobs/travelling-library-fuse-17.json'), 'utf8')) as {
  id: string;
};
/** The ids of the demo's jobs. */
export const demoJobs = readdirSync(inProject('demo/jobs')).map(
  (file) => (JSON.parse(readFileSync(inProject('demo/jobs', file), 'utf8')) as { id: string }).id,
);
const jobPath = `/jobs/${demoJob.id}`;
const relayJob = JSON.parse(readFileSync(inProject('demo/jobs/minibus-ramp.json'), 'utf8')) as { id: string };
/** The job whose ramp relay does nothing. */
export const relayJobPath = `/jobs/${relayJob.id}`;
export const jobEvents = `/api/jobs/${demoJob.id}/events`;

/** The server as a test sees it, in the test's own process: it can be ended, and started again on the same address and database. */
export interface House {
  readonly address: string;
  restart(): Promise<void>;
  stop(): Promise<void>;
  start(): Promise<void>;
}

export async function openHouse(databaseUrl: string): Promise<House> {
  const port = await anyFreePort();
  const host = '127.0.0.1';
  const config = readConfig({
    DATABASE_URL: databaseUrl,
    PORT: String(port),
    HOST: host,
    WEB_ROOT: built.web,
    DEMO_ROOT: inProject('demo'),
  });
  const begin = () => startServer(config, built.worker, pino({ level: 'fatal' }));
  let running: Running | null = await begin();
  const house: House = {
    address: `http://${host}:${port}`,
    async stop() {
      await running?.stop();
      running = null;
    },
    async start() {
      running = await begin();
    },
    async restart() {
      await house.stop();
      await house.start();
    },
  };
  return house;
}

export const people = (
  JSON.parse(readFileSync(inProject('demo/workshop.json'), 'utf8')) as {
    technicians: { id: string; name: string }[];
  }
).technicians;

/** Signs one of the demo's people in, for every page of the same browser context. */
export async function signIn(page: Page, address: string, name = 'M. Oduya'): Promise<void> {
  const person = people.find((each) => each.name === name)?.id;
  const reply = await page.request.post(`${address}/api/session/demo`, { data: { person } });
  hasty(reply.ok()).toBe(true);
}

/** A database of the cluster that `./lantern test` has started. */
export function databaseUrl(name: string): string {
  const admin = process.env['TEST_DATABASE_URL'];
  if (admin === undefined)
    throw new Error('The browser tests require TEST_DATABASE_URL: run ./lantern test.');
  const url = new URL(admin);
  url.pathname = `/${name}`;
  return url.toString();
}

/**
 * A test with a server of its own on a database of its own, and somebody signed in there. The server comes first, so
 * that it ends last: it would wait for a page that is still open.
 */
export const test = base.extend<{ house: House }>({
  house: async ({}, use) => {
    const name = `browser_${randomUUID().replaceAll('-', '')}`;
    const client = new pg.Client(databaseUrl('postgres'));
    await client.connect();
    await client.query(`CREATE DATABASE ${name} TEMPLATE browser_template`);
    const house = await openHouse(databaseUrl(name));
    await use(house);
    await house.stop();
    await client.query(`DROP DATABASE ${name} WITH (FORCE)`);
    await client.end();
  },
  page: async ({ house, page }, use) => {
    await signIn(page, house.address);
    await use(page);
  },
});

/** As patient on a slow machine for the pictures as for the tests. */
export const expect = hasty.configure({ timeout: 20_000 });

/** Opens a job as a technician. */
export async function openJob(
  page: Page,
  address: string,
  technician = 'M. Oduya',
  path = jobPath,
): Promise<void> {
  await signIn(page, address, technician);
  await page.goto(`${address}${path}`);
  await expect(page.getByTestId('next')).toBeVisible();
}

/** Goes to another address of the application, as a link within it does: nothing is loaded anew. */
export async function visit(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);
}

/** The action on show. */
export async function shownAction(page: Page): Promise<{ test: Test; state: OperatingState }> {
  const card = page.getByTestId('next');
  const [instrument, at, state] = await Promise.all(
    ['data-instrument', 'data-at', 'data-state'].map((name) => card.getAttribute(name)),
  );
  return { test: { instrument, at } as Test, state: JSON.parse(state ?? '{}') as OperatingState };
}

/** A vehicle with one hidden fault, and a technician who reads it with simulated instruments. */
export function hiddenFault(vehicle: Circuit, suspect: string, fault: Fault | null) {
  return {
    suspect,
    circuit: vehicle,
    /** The middle of what the instrument would show, on the circuit compiled with the fault: a number without noise. */
    read(test: Test, state: OperatingState): ReadingValue {
      const solution = solveTogether(vehicle, state, fault === null ? [] : [fault]);
      const solved = { circuit: vehicle, state, solution };
      return simulateReading(
        solved,
        test,
        likeliest(predictOn(instrumentById(test.instrument), solved, test.at)),
      );
    },
  };
}

/** The same vehicle with nothing wrong. */
export function nothingWrong(vehicle: Circuit) {
  return hiddenFault(vehicle, 'nothing-wrong', null);
}

/** The minibus whose interlock's pin 1 has backed out of C3. */
export function backedOutPin() {
  const effect = { kind: 'cut', role: '1', atRest: [] } as const;
  return hiddenFault(minibus, 'C3', { kind: 'part', part: 'C3', effect });
}

/** A short to ground hidden in a section of the travelling library. */
export function hiddenShort(section: string, ohms = 0.1) {
  return hiddenFault(circuit, section, { kind: 'short to ground', section, ohms, position: 0.5 });
}

/** A source of numbers that makes a simulated instrument show the likeliest thing. */
function likeliest(prediction: Prediction): () => number {
  if (prediction.kind !== 'outcomes') return () => 0.25;
  const best = prediction.chances.indexOf(Math.max(...prediction.chances));
  const before = prediction.chances.slice(0, best).reduce((sum, chance) => sum + chance, 0);
  return () => before + prediction.chances[best]! / 2;
}

/** Enters a reading into the action on show, as a hand would. */
export async function enter(
  page: Page,
  test: Test,
  value: ReadingValue,
  card = page.getByTestId('next'),
): Promise<void> {
  if (value.kind === 'outcome') {
    await card.locator(`[data-outcome="${value.outcome}"]`).click();
    return;
  }
  const { display } = instrumentById(test.instrument);
  const unit = display.kind === 'number' ? display.scale.unit : '';
  const typed = value.kind === 'overload' ? 'OL' : `${value.value.toFixed(2).replace('.', ',')} ${unit}`;
  await card.getByRole('textbox').fill(typed);
  await card.getByRole('button', { name: 'Enter' }).click();
}

/** Takes the reading that is proposed, and waits for the proposal after it. */
export async function follow(page: Page, vehicle: ReturnType<typeof hiddenFault>): Promise<void> {
  const { test, state } = await shownAction(page);
  await take(page, test, vehicle.read(test, state));
}

/**
 * Takes readings as the plan has them beside the page, as another device would, and then opens the job there again: for
 * tests of what comes after them.
 * @param goesOn - asked before each reading
 */
export async function followAside(
  page: Page,
  vehicle: ReturnType<typeof hiddenFault>,
  goesOn: (action: ProposedAction, job: JobSession) => boolean,
): Promise<void> {
  const job = page.url().replace(/(\/jobs\/[^/]+).*/, '$1');
  const path = `${job.replace('/jobs/', '/api/jobs/')}/events`;
  await expect(page.getByText('not sent yet')).toBeHidden();
  await page.goto('about:blank');
  const events = ((await (await page.request.get(path)).json()) as { events: LoggedEvent[] }).events;
  const session = coreJob(openCircuit(vehicle.circuit), events);
  const fresh: JobEvent[] = [];
  for (
    let [action] = session.plan();
    action !== undefined && goesOn(action, session);
    [action] = session.plan()
  ) {
    const { test: asked, state } = action;
    const value = vehicle.read(asked, state);
    const at = new Date().toISOString();
    const stamp = { id: randomUUID(), author: events[0]!.author, at };
    fresh.push({ ...stamp, type: 'reading-taken', test: asked, state, value, typed: 'taken aside' });
    session.replaceFrom(events.length, fresh);
  }
  if (fresh.length > 0) hasty((await page.request.post(path, { data: { events: fresh } })).ok()).toBe(true);
  await page.goto(job);
}

/** Enters a reading into the action on show, and waits for the next proposal. */
export async function take(page: Page, test: Test, value: ReadingValue): Promise<void> {
  const lines = await page.getByTestId('reading').count();
  await enter(page, test, value);
  await expect(page.getByTestId('reading')).toHaveCount(lines + 1);
  await settled(page);
}

/** Opens a new job on a circuit, as a technician would. */
export async function openNewJob(
  page: Page,
  address: string,
  { circuit: name, title, complaint }: { circuit: string; title: string; complaint: string },
): Promise<void> {
  await signIn(page, address, 'T. Abara');
  await page.goto(address);
  await page.getByRole('button', { name: /New job/ }).click();
  const dialog = page.getByRole('dialog');
  const option = dialog.getByLabel('Circuit').locator('option', { hasText: name });
  await dialog.getByLabel('Circuit').selectOption((await option.getAttribute('value')) ?? '');
  await dialog.getByLabel('What fails').fill(title);
  await dialog.getByLabel(/^Complaint/).fill(complaint);
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  // A first plan of two thousand hypotheses takes some ten seconds, and longer on a busy machine.
  const first = page.getByTestId('complaint-question').or(page.getByTestId('next'));
  await expect(first).toBeVisible({ timeout: 60_000 });
}

/** A new job on the minibus: the switch pressed, ramp and step seen dead. */
export async function openDeadRamp(page: Page, address: string): Promise<void> {
  await openNewJob(page, address, {
    circuit: minibus.name,
    title: 'Ramp does nothing',
    complaint: 'Since last week, not even a click. Nothing done before.',
  });
  const strip = page.getByRole('region', { name: 'State of the vehicle' });
  await strip.getByRole('radiogroup', { name: 'Key' }).getByRole('radio', { name: 'Run' }).click();
  await strip.getByRole('radiogroup', { name: 'Ramp switch' }).getByRole('radio', { name: 'On' }).click();
  await step(page, 'Seen');
  for (const load of ['RP', 'SM']) {
    await page.getByTestId(`tile-${load}`).getByRole('button', { name: 'Dead' }).click();
  }
  await expect(page.getByTestId('reading')).toHaveCount(2);
}

/** Goes to a step of the job by its tab. */
export async function step(
  page: Page,
  name: 'Heard' | 'Seen' | 'Module' | 'Fuse box' | 'Relay' | 'Recording' | 'Measured' | 'Repaired',
): Promise<void> {
  await page.getByRole('navigation', { name: 'Steps of the job' }).getByRole('link', { name }).click();
}

/** Records the cause of what stands alone: in words of one's own, or as the search has it. */
export async function recordCause(page: Page, words?: string, why?: string): Promise<void> {
  const found = page.getByRole('button', { name: 'Cause found …' });
  const record = page.getByRole('button', { name: 'Record the cause' });
  await settled(page);
  // Where nothing is left to prove the form is open.
  await expect(found.or(record)).toBeVisible();
  if (await found.isVisible()) await found.click();
  if (words !== undefined) await page.getByLabel(/What was found there/).fill(words);
  if (why !== undefined) await page.getByRole('button', { name: why, exact: true }).click();
  await record.click();
}

/** From the recorded cause to the proof: every step ticked, the measurement taken again, the job closed. */
export async function repairAndProve(page: Page, healthy: ReturnType<typeof hiddenFault>): Promise<void> {
  const form = page.getByRole('form', { name: 'Repair' });
  await expect(form.getByRole('checkbox').first()).toBeVisible();
  for (const box of await form.getByRole('checkbox').all()) await box.check();
  await form.getByRole('button', { name: 'Repaired' }).click();
  const proof = page.getByTestId('proof');
  await expect(proof).toBeVisible();
  await putEverythingBack(page);
  const [instrument, at, state] = await Promise.all(
    ['data-instrument', 'data-at', 'data-state'].map((name) => proof.getAttribute(name)),
  );
  const again = { instrument, at } as Test;
  await enter(page, again, healthy.read(again, JSON.parse(state ?? '{}') as OperatingState), proof);
  await expect(
    page.getByText('It showed the fault before, and is what a healthy circuit shows now.'),
  ).toBeVisible();
  // What was taken out for this very measurement goes back too.
  await putEverythingBack(page);
  await page.getByRole('button', { name: 'Close as proven' }).click();
  await expect(page.getByRole('region', { name: 'Closed' })).toContainText('Proven and closed');
}

/** Taps away what is listed as still apart: a job cannot be closed as proven before. */
async function putEverythingBack(page: Page): Promise<void> {
  const done = page.getByRole('region', { name: 'Put back' }).getByRole('button', { name: /^Done/ });
  for (let left = await done.count(); left > 0; left--) {
    await done.first().click();
    await expect(done).toHaveCount(left - 1);
  }
}

/** Opens the report of the job that is open, and looks for words in it. */
export async function reportSays(page: Page, ...words: readonly string[]): Promise<void> {
  await step(page, 'Heard');
  await page.getByRole('link', { name: 'Report and export' }).click();
  for (const each of words) await expect(page.getByRole('main')).toContainText(each);
}

/** Takes readings as proposed until one section stands alone. @returns it, and how many readings that took */
export async function playToTheEnd(page: Page, vehicle: ReturnType<typeof hiddenFault>, most = 20) {
  const found = page.getByRole('region', { name: 'Found' });
  const question = page.getByTestId('complaint-question');
  await expect(page.getByTestId('next').or(found).or(question).first()).toBeVisible();
  // What the complaint says could be tapped in first; here it is measured at once.
  if (await question.isVisible()) await question.getByRole('button', { name: /Skip/ }).click();
  for (let count = 0; count < most; count++) {
    await expect(page.getByTestId('next').or(found).first()).toBeVisible();
    if (await found.isVisible())
      return { suspect: await found.getAttribute('data-suspect'), readings: count };
    await follow(page, vehicle);
  }
  throw new Error(`No section stood alone after ${most} readings.`);
}

/** Waits until the plan that follows the last entry is on show. */
export async function settled(page: Page): Promise<void> {
  // From the tap until it is assessed the old question takes no answer; then there is none until the plan is there.
  await expect(page.getByTestId('next').locator('button:disabled')).toHaveCount(0);
  await expect(page.getByText('Working out the next reading')).toBeHidden();
}
