import { allInstruments } from '../../src/instruments/instruments';
import { fedSections } from '../../src/circuit/fedSections';
import { assess } from '../../src/job/assess';
import { nextActions, planNext } from '../atOnce';
import { foldJob } from '../../src/job/foldJob';
import { createPredictor } from '../../src/inference/predictor';
import { inferPosterior } from '../../src/inference/posterior';
import { likeliestReadings } from '../likeliestReading';
import { fuseBlows, library, minibus, minibusEvents, states } from '../library';
import { allBut, playChain } from '../playChain';
import { playJob } from '../playJob';
import { optimalMinutes, plannedMinutes, randomSearch } from '../randomSearch';

describe('on a bare chain of N equal sections', () => {
  // Every length up to 64 is in the benchmark.
  const lengths = [2, 3, 4, 5, 7, 8, 9, 16, 17, 33, 64];

  test('an open is found in at most ceil(log2 N) readings of a lamp, for any N and every place', () => {
    for (const count of lengths) {
      const { most, right } = playChain(count, 'open', 'lamp-to-ground');
      expect({ count, right, most }).toEqual({ count, right: count, most: Math.ceil(Math.log2(count)) });
    }
  });

  test('a short is found in at most ceil(log2 N) readings of a clamp behind a limiter lamp', () => {
    for (const count of lengths) {
      const { most, right } = playChain(count, 'short to ground', 'clamp');
      expect({ count, right, most }).toEqual({ count, right: count, most: Math.ceil(Math.log2(count)) });
    }
  });
});

describe('on the travelling library', () => {
  const predictor = createPredictor(library);
  const posterior = inferPosterior(predictor, [fuseBlows]);
  const site = { state: states.fuseOut, at: null, stripped: [] };
  const free = { refused: [], without: [], taken: [fuseBlows] };
  const actions = nextActions(predictor, posterior, site, free, 12);

  test('every proposal is sound: chances sum to 1, and what it tells fits what it leaves', () => {
    for (const { bits, outcomes, work } of actions) {
      expect(outcomes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
      expect(bits).toBeGreaterThan(0);
      expect(work.minutes).toBeGreaterThan(0);
    }
  });

  test('puts first what the whole job is expected to take least with, and none that is far from it in bits per minute', () => {
    const rates = actions.map(({ bits, work }) => bits / work.minutes);
    const expectedRemainingMinutes = actions.flatMap(({ minutesToGo }) => minutesToGo ?? []);
    expect(expectedRemainingMinutes.length).toBeGreaterThan(2);
    expect(expectedRemainingMinutes[0]).toBeLessThanOrEqual(1.08 * Math.min(...expectedRemainingMinutes));
    expect(Math.max(...rates.slice(0, 3))).toBeGreaterThan(0.7 * Math.max(...rates));
    for (const { minutesToGo, work } of actions) {
      if (minutesToGo !== null) expect(minutesToGo).toBeGreaterThanOrEqual(work.minutes);
    }
  });

  test('never burns a fuse, never puts a lamp on a wire of a module’s pin, never cranks', () => {
    // With each instrument alone, so that what would be left out beside a better one is looked at as well.
    const many = allInstruments.flatMap(({ id }) =>
      nextActions(predictor, posterior, site, { ...free, without: allBut(id) }, 40),
    );
    expect(many.length).toBeGreaterThan(25);
    for (const {
      test: { instrument, at },
      state,
    } of many) {
      expect(instrument).not.toBe('fresh-fuse');
      expect(state.controls['key']).not.toBe('start');
      if (instrument.startsWith('lamp-to')) expect(['K4.coilCommand', 'BM.5']).not.toContain(at);
    }
  });

  test('proposes ohms only where the power is off', () => {
    const ohms = nextActions(predictor, posterior, site, { ...free, without: allBut('ohmmeter') }, 40);
    expect(ohms.length).toBeGreaterThan(2);
    for (const { test: asked, state } of ohms) {
      expect(predictor.predict(state, asked, null).kind).toBe('number');
    }
  });

  test('keeps away from a place that is out of reach, and from a strip that leads nowhere else', () => {
    const without = nextActions(predictor, posterior, site, { ...free, refused: ['body-centre'] }, 40);
    expect(without.length).toBeGreaterThan(0);
    for (const { work } of without) expect(work.places).not.toContain('body-centre');
  });
});

describe('from a job with nothing but its complaint', () => {
  test('a short in the outlet feed is found, and the plan never runs dry', () => {
    const section = 'W24';
    const predictor = createPredictor(library);
    const fault = predictor.hypotheses.findIndex(
      ({ suspect, name }) => suspect === section && name === 'short to ground',
    );
    const read = likeliestReadings(predictor, fault);
    const played = playJob(predictor, [], read, 16);
    expect(played).toMatchObject({ suspect: section, isolated: true });
    // Unless it is proven, what would show it to the eye, or show it wrong, is asked for before anything is cut.
    // The reading that it hangs on may be asked for once more.
    const job = foldJob(library, played.events);
    const assessment = assess(predictor, job);
    const [next] = planNext(predictor, job, assessment);
    expect(assessment.proven ? 'proof' : next?.purpose).toMatch(/^(proof|check)$/);
  });
});

test('what is behind a fuse ends at its loads', () => {
  const fed = fedSections(library);
  for (const id of ['W17', 'W21', 'W24']) expect(fed.get('F17')?.has(id)).toBe(true);
  for (const id of ['W17', 'W21', 'W24']) expect(fed.get('F4')?.has(id)).toBe(false);
});

describe('on the minibus whose ramp relay does nothing', () => {
  const predictor = createPredictor(minibus);
  const faults = [
    ['C3', 'pin 1 backed out'],
    ['K2', 'coil open'],
    ['SW3', 'never closes'],
    ['F8', 'open by itself'],
    ['W9', 'open'],
  ] as const;

  test.each(faults)('%s, %s, is found from the dead loads on', (suspect, name) => {
    const fault = predictor.hypotheses.findIndex((each) => each.suspect === suspect && each.name === name);
    expect(fault).toBeGreaterThanOrEqual(0);
    const read = likeliestReadings(predictor, fault);
    expect(playJob(predictor, minibusEvents, read, 14)).toMatchObject({ suspect, isolated: true });
  });
});

test('over small random searches the plan comes within 5 % of the exact optimum, and never above 1.25 times it', () => {
  const ratios = Array.from({ length: 25 }, (_each, seed) => {
    const search = randomSearch(seed + 1, 8);
    const best = optimalMinutes(search);
    return best === 0 ? 1 : plannedMinutes(search) / best;
  });
  expect(ratios.reduce((sum, each) => sum + each, 0) / ratios.length).toBeLessThan(1.05);
  expect(Math.max(...ratios)).toBeLessThan(1.25);
});
