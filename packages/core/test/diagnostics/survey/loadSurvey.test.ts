import type { Circuit } from '../../../src/circuit/circuit';
import { restingState } from '../../../src/circuit/restingState';
import type { TerminalRef } from '../../../src/circuit/terminalRef';
import { ampsThatOpened, fuseLoading, heldForAnHour, lifeUsed } from '../../../src/physics/fuseLoading';
import { openingBand } from '../../../src/physics/fuseOpening';
import type { JobEvent } from '../../../src/job/events';
import { foldJob } from '../../../src/job/foldJob';
import { createPredictor } from '../../../src/inference/predictor';
import { limiterOutlook } from '../../../src/diagnostics/survey/limiterOutlook';
import { loadSurvey } from '../../../src/diagnostics/survey/loadSurvey';
import { fusesOf } from '../../../src/diagnostics/survey/surveyOrder';
import { bladeFuse, common, lamp, smallCircuit } from '../../smallCircuit';

/** Two 21 W lamps and a small one behind fuse F, a 100 A heater behind H. */
const circuit: Circuit = smallCircuit(
  [
    bladeFuse('F', 10),
    bladeFuse('H', 30),
    { ...common('S'), kind: 'splice' },
    lamp('L1', 21),
    lamp('L2', 21),
    lamp('L3', 5),
    { ...common('R'), kind: 'resistor', ohms: 0.6 },
  ],
  [
    ['BAT.+', 'F.feed'],
    ['F.load', 'S.x'],
    ...['L1', 'L2', 'L3'].flatMap((id): [TerminalRef, TerminalRef][] => [
      ['S.x', `${id}.1`],
      [`${id}.2`, 'G.x'],
    ]),
    ['BAT.+', 'H.feed'],
    ['H.load', 'R.1'],
    ['R.2', 'G.x'],
  ],
);
const rest = restingState(circuit);
const healthy = createPredictor(circuit, []);
const clamp = (fuse: string, amps: number, volts?: number): JobEvent => ({
  id: `${fuse}${amps}`,
  author: '',
  at: '2026-11-25T08:00:00.000Z',
  type: 'current-read',
  fuse,
  pulled: null,
  amps,
  volts,
  by: 'clamp',
  state: rest,
});
const loaded = (...events: JobEvent[]) => {
  const [f, h] = loadSurvey(healthy, foldJob(circuit, events));
  return { f: f!, h: h! };
};

describe('the load behind a fuse', () => {
  test('is too high, too low or just right against the healthy circuit', () => {
    const { f } = loaded();
    // 21 W, 21 W and 5 W at about 12.5 V are a little under 3.6 A.
    expect(f.expectedAmps).toBeGreaterThan(3.2);
    expect(f.expectedAmps).toBeLessThan(3.7);
    expect(f.verdict).toBeNull();
    expect(loaded(clamp('F', f.expectedAmps)).f.verdict).toBe('just right');
    // One 21 W lamp is out: less by more than what lamps differ.
    expect(loaded(clamp('F', f.expectedAmps - 1.6)).f.verdict).toBe('too low');
    expect(loaded(clamp('F', 2 * f.expectedAmps)).f).toMatchObject({ verdict: 'too high' });
  });

  test('surges while its filaments are cold, twelve times at most, and uses next to nothing of the fuse', () => {
    const { f, h } = loaded();
    // Rc = Rh / 12: the wires and the source take their share of the surge.
    expect(f.surgeAmps).toBeGreaterThan(5 * f.expectedAmps);
    expect(f.surgeAmps).toBeLessThan(13 * f.expectedAmps);
    expect(f.surgeLife).toBeGreaterThan(0);
    expect(f.surgeLife).toBeLessThan(1);
    // A heater has none.
    expect(h.surgeAmps).toBeCloseTo(h.expectedAmps, 1);
  });

  test('has ohms where volts were read as well', () => {
    expect(loaded(clamp('F', 3, 12)).f.ohms).toBeCloseTo(4, 12);
    expect(loaded(clamp('F', 3)).f.ohms).toBeNull();
  });

  test('is never measured through a meter whose own fuse it would open', () => {
    const { f, h } = loaded();
    expect(f.ammeterMay).toBe(true);
    expect(h.expectedAmps).toBeGreaterThan(10);
    expect(h.ammeterMay).toBe(false);
    // What was read by clamp counts too.
    expect(loaded(clamp('F', 9)).f.ammeterMay).toBe(false);
  });
});

describe('a fuse’s arithmetic', () => {
  test('three quarters of the rating for good, less in the heat; above it the hours are counted', () => {
    expect(fuseLoading('regular blade', 20, 14)).toMatchObject({ verdict: 'within 75 %', opens: null });
    expect(fuseLoading('regular blade', 20, 14).marginAmps).toBeCloseTo(1, 12);
    // At 85 °C: 60 K × 0.15 % are 9 % less, 13.65 A.
    expect(fuseLoading('regular blade', 20, 14, 85)).toMatchObject({ verdict: 'above 75 %' });
    expect(fuseLoading('regular blade', 20, 14, 85).continuousAmps).toBeCloseTo(13.65, 9);
    expect(fuseLoading('regular blade', 20, 40).opens).toEqual({ least: 0.15, greatest: 5 });
  });

  test('backwards: the amps that opened it after so many seconds stand where the gates say', () => {
    // At twice its rating a blade opens after 0.15 to 5 s: what opened it after 5 s was at least nearly that.
    const { least, greatest } = ampsThatOpened('regular blade', 15, 5);
    expect(greatest).toBeCloseTo(30, 6);
    expect(openingBand('regular blade', least / 15)!.least).toBeCloseTo(5, 3);
    expect(least).toBeLessThan(greatest);
  });

  test('for an hour it surely carries what lies between the first two gates', () => {
    const amps = heldForAnHour('regular blade', 10);
    expect(amps).toBeGreaterThan(11);
    expect(amps).toBeLessThan(13.5);
    expect(openingBand('regular blade', amps / 10)!.least).toBeCloseTo(3600, 0);
  });

  test('running near the limit uses up its life, in proportion to the time', () => {
    expect(lifeUsed('regular blade', 10, 7, 3600)).toBe(0);
    const minute = lifeUsed('regular blade', 10, 13.5, 60);
    expect(minute).toBeCloseTo(60 / Math.sqrt(0.75 * 600), 9);
    expect(lifeUsed('regular blade', 10, 13.5, 120)).toBeCloseTo(2 * minute, 9);
  });
});

test('a limiter is known before it is looked at: through all loads, without each, and on a short', () => {
  const fuse = fusesOf(circuit)[0]!;
  const {
    healthy: all,
    without,
    shorted,
    order,
  } = limiterOutlook(healthy, rest, fuse, {
    kind: 'lamp',
    watts: 21,
  });
  expect(all.shows).toMatch(/^(Dim|Bright)/);
  expect(shorted.shows).toMatch(/^Bright/);
  expect(shorted.amps).toBeGreaterThan(all.amps);
  expect(without.map(({ part }) => part)).toEqual(['L1', 'L2', 'L3']);
  // The large lamps go first; the last one leaves it dark.
  expect(order.map(({ part }) => part).slice(-1)).toEqual(['L3']);
  order.reduce((before, { amps }) => {
    expect(amps).toBeLessThan(before);
    return amps;
  }, all.amps);
  expect(order.at(-1)!.shows).toBe('Dark');
});
