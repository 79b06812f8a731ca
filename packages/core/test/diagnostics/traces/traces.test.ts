import fc from 'fast-check';
import { openingBand } from '../../../src/physics/fuseOpening';
import { judgeTrace } from '../../../src/diagnostics/traces/judgeTrace';
import { measureTrace } from '../../../src/diagnostics/traces/measureTrace';
import { reduceTrace, tracePyramid } from '../../../src/diagnostics/traces/overview';
import type { Recording } from '../../../src/diagnostics/traces/recordTrace';
import { recordTrace } from '../../../src/diagnostics/traces/recordTrace';
import type { Trace } from '../../../src/diagnostics/traces/trace';
import { openingAgreement, traceAgainstFuse } from '../../../src/diagnostics/traces/traceFuse';
import { traceKinds } from '../../../src/instruments/traceKinds';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { oddTrials, traceTrials } from './traceTrials';

/** A current given by a formula, sampled evenly; volts as well where they are given. */
function sampled(
  seconds: number,
  rate: number,
  amps: (t: number) => number,
  volts?: (t: number) => number,
): Trace {
  const times = Float64Array.from({ length: Math.round(seconds * rate) + 1 }, (_each, i) => i / rate);
  return {
    times,
    channels: [
      { name: 'I', unit: 'A', values: times.map(amps) },
      ...(volts === undefined ? [] : [{ name: 'U', unit: 'V' as const, values: times.map(volts) }]),
    ],
  };
}

const fan: Recording = {
  character: 'motor',
  healthyAmps: 11,
  kind: 'healthy',
  times: 1,
  seconds: 20,
  onAt: 1,
  pulseHertz: 180,
  bars: 12,
  limitAmps: 150,
};
const quiet = { samplesPerSecond: 2000, noiseAmps: 0.05, offsetAmps: 0, gain: 1 };
const recorded = (recording: Partial<Recording>, recorder: Partial<typeof quiet> = {}) =>
  recordTrace({ ...fan, ...recording }, { ...quiet, ...recorder }, seededRandom(9));

describe('measured', () => {
  test('a clamp that was not zeroed: its offset is found before the switch-on and taken off', () => {
    const measures = measureTrace(recorded({}, { offsetAmps: 0.25 }));
    expect(measures.zeroOffsetAmps).toBeCloseTo(0.25, 1);
    expect(measures.settledAmps).toBeCloseTo(11, 0);
  });

  test('an inrush of six times that falls with 50 ms, by its formula', () => {
    // I = 2 A · (1 + 5 e^(-t / 50 ms)) from 1 s on: 12 A at first, settled at 2.
    const { inrushAmps, inrushSeconds, settledAmps, periods } = measureTrace(
      sampled(6, 5000, (t) => (t < 1 ? 0 : 2 * (1 + 5 * Math.exp(-(t - 1) / 0.05)))),
    );
    expect(periods).toHaveLength(1);
    expect(periods[0]?.start).toBeCloseTo(1, 3);
    expect(inrushAmps).toBeCloseTo(12, 1);
    expect(inrushSeconds).toBeCloseTo(0.05, 2);
    expect(settledAmps).toBeCloseTo(2, 2);
  });

  test('a drift of 1.2 A a minute', () => {
    const { driftAmpsPerMinute, wander } = measureTrace(
      sampled(61, 500, (t) => (t < 1 ? 0 : 10 + (t - 1) / 50)),
    );
    expect(driftAmpsPerMinute).toBeCloseTo(1.2, 2);
    expect(wander).toBeLessThan(0.001);
  });

  test('a pulsed load: 5 Hz, a third of the time on, between 1 A and 9 A', () => {
    const { pulses } = measureTrace(sampled(6, 1000, (t) => ((t * 5) % 1 < 1 / 3 ? 9 : 0.8)));
    expect(pulses?.hertz).toBeCloseTo(5, 1);
    expect(pulses?.duty).toBeCloseTo(1 / 3, 1);
    expect(pulses?.highAmps).toBeCloseTo(9, 6);
    expect(pulses?.lowAmps).toBeCloseTo(0.8, 6);
  });

  test('ohms from volts and amps, charge and energy: 12 V and 4 A for 10 s', () => {
    const { ohms, chargeCoulombs, energyJoules } = measureTrace(
      sampled(
        11,
        1000,
        (t) => (t < 1 ? 0 : 4),
        () => 12,
      ),
    );
    expect(ohms).toBeCloseTo(3, 6);
    // 4 A · 10 s = 40 C; 40 C · 12 V = 480 J, but for half a sample at the edge.
    expect(chargeCoulombs).toBeCloseTo(40, 1);
    expect(energyJoules).toBeCloseTo(480, 0);
  });

  test('the ripple of a commutator, and which pulse is weak', () => {
    const dead = measureTrace(recorded({ kind: 'dead bar' }, { samplesPerSecond: 2400 }));
    expect(dead.ripple?.hertz).toBeCloseTo(180, 0);
    expect(dead.ripple?.weakEvery).toBe(12);
    expect(measureTrace(recorded({}, { samplesPerSecond: 2400 })).ripple?.weakEvery).toBeNull();
  });

  test('a spike of one sample in a million is counted, and how often a contact lets go', () => {
    const spiked = sampled(10, 1000, (t) => (t < 1 ? 0 : Math.abs(t - 7) < 0.0004 ? 80 : 5));
    expect(measureTrace(spiked)).toMatchObject({ spikes: 1, spikeAmps: 80 });
    const bounces = sampled(10, 1000, (t) =>
      t < 1 || [3, 5, 8].some((at) => t > at && t < at + 0.1) ? 0 : 5,
    );
    expect(measureTrace(bounces).dropouts).toBe(3);
    // A load that starts anew after a loss draws its inrush again: no spike, but for one beyond it.
    const anew = (peak: number) =>
      sampled(10, 1000, (t) =>
        t < 1 || (t > 5 && t < 5.4) ? 0 : t < 1.1 ? 30 : t >= 5.4 && t < 5.5 ? peak : 5,
      );
    expect(measureTrace(anew(30)).spikes).toBe(0);
    expect(measureTrace(anew(80)).spikes).toBe(1);
    expect(measureTrace(bounces).dropoutShare).toBeCloseTo(0.3 / 9, 2);
  });
});

describe('against the fuse', () => {
  const held = (trace: Trace) => traceAgainstFuse(trace, measureTrace(trace), 'regular blade', 30);

  test('41 A through a 30 A regular blade: twice the time, twice its life; 20 A use nothing of it', () => {
    const life = (amps: number, seconds: number) => held(sampled(seconds, 100, () => amps));
    expect(life(41, 20).lifeUsed).toBeCloseTo(2 * life(41, 10).lifeUsed, 6);
    expect(life(20, 100)).toMatchObject({ lifeUsed: 0, opens: null, goingOn: null });
  });

  test('at twice its rating a 30 A blade opens between 0.15 s and 5 s', () => {
    const { opens } = held(sampled(10, 1000, () => 60));
    expect(opens?.least).toBeCloseTo(0.15, 2);
    expect(opens?.greatest).toBeCloseTo(5, 1);
  });

  test('19 A and 2 A more each minute: it opens after a quarter of an hour, not after two minutes', () => {
    const climbing = held(sampled(241, 50, (t) => (t < 1 ? 0 : 19 + (2 * (t - 1)) / 60)));
    expect(climbing.opens).toBeNull();
    // 33 A, the least that ever opens it, are there after 7 minutes; at 60 A, after 20.5, it is open within seconds.
    expect(climbing.goingOn?.least).toBeGreaterThan(7 * 60);
    expect(climbing.goingOn?.greatest).toBeLessThan(20.6 * 60);
    expect(openingAgreement(climbing, 1, 15 * 60)).toBe('agrees');
    expect(openingAgreement(climbing, 1, 2 * 60)).toBe('sooner');
    expect(openingAgreement(climbing, 1, 60 * 60)).toBe('later');
    const steady = held(sampled(241, 50, (t) => (t < 1 ? 0 : 19)));
    expect(openingAgreement(steady, 1, 15 * 60)).toBe('stays whole');
    // A drift of 2 % within a short recording is noise, and foretells nothing.
    expect(held(sampled(19, 100, (t) => (t < 1 ? 0 : 11 + 0.012 * t))).goingOn).toBeNull();
  });

  test('39 A that stay: half of what opens it sooner is over after a while, and a recording that ended is not gone on with', () => {
    const band = openingBand('regular blade', 1.3)!;
    const { goingOn } = held(sampled(11, 100, (t) => (t < 1 ? 0 : 39)));
    expect(goingOn!.least).toBeCloseTo(1 + band.least, 0);
    expect(goingOn!.greatest).toBeCloseTo(1 + band.greatest, -1);
    expect(held(sampled(11, 100, (t) => (t < 1 || t > 1.2 ? 0 : 39))).goingOn).toBeNull();
  });
});

describe('a pulsed load and the ground that it is switched to', () => {
  // 5 A while the driver is on, two thirds of the time; its own ground keeps 1.4 V: 1.4 V / 5 A = 0.28 Ω.
  const pulsed = (lowVolts: number) =>
    measureTrace(
      sampled(
        4,
        2000,
        (t) => ((10 * t) % 1 < 2 / 3 ? 5 : 0),
        (t) => ((10 * t) % 1 < 2 / 3 ? lowVolts : 13.8),
      ),
    ).voltPulses;

  test('a low level of 1.4 V at 5 A: 0.28 Ω between it and ground', () => {
    const found = pulsed(1.4)!;
    expect(found).toMatchObject({ lowVolts: 1.4, highVolts: 13.8 });
    expect(found.hertz).toBeCloseTo(10, 2);
    expect(found.lowShare).toBeCloseTo(2 / 3, 2);
    expect(found.weakGround!.ohms).toBeCloseTo(0.28, 6);
  });

  test('0.3 V are the driver’s own; a battery that sags from 12.6 V to 11 V is no pulse', () => {
    expect(pulsed(0.3)).toMatchObject({ weakGround: null });
    const sagging = sampled(
      4,
      2000,
      (t) => (t < 1 ? 0 : 30),
      (t) => (t < 1 ? 12.6 : 11),
    );
    expect(measureTrace(sagging).voltPulses).toBeNull();
    expect(measureTrace(sagging).ohms).toBeCloseTo(11 / 30, 6);
  });
});

test('reduced to a screen, no spike is lost at any zoom', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -100, max: 100, noNaN: true }), { minLength: 300, maxLength: 3000 }),
      fc.nat(),
      fc.nat(),
      fc.integer({ min: 1, max: 60 }),
      (list, one, other, pairs) => {
        const values = Float64Array.from(list);
        const times = values.map((_each, i) => i);
        const [from, to] = [one % 200, 200 + (other % (list.length - 200))];
        const reduced = reduceTrace(tracePyramid(values), times, from, to, pairs);
        const part = values.subarray(from, to);
        expect(Math.max(...reduced.values)).toBe(Math.max(...part));
        expect(Math.min(...reduced.values)).toBe(Math.min(...part));
        expect(reduced.values.length).toBeLessThanOrEqual(Math.max(2 * pairs, 1));
      },
    ),
    { seed: 4, numRuns: 60 },
  );
});

describe('what kind of fault', () => {
  test('of 80 simulated recordings, every kind as often, at least 95 in 100 are named (seed 31)', () => {
    const { right } = traceTrials(80, 31);
    expect(right).toBeGreaterThanOrEqual(76);
  });

  test('of made-up recordings of none of these kinds, at least 9 in 10 are declined (seed 8)', () => {
    expect(oddTrials(30, 8)).toBeGreaterThanOrEqual(27);
  });

  test('probabilities sum to 1, and what speaks for the kind says why', () => {
    for (const kind of traceKinds) {
      const { kinds, unlike } = judgeTrace(measureTrace(recorded({ kind, times: 1.6 })), 11);
      expect(kinds.reduce((sum, { probability }) => sum + probability, unlike)).toBeCloseTo(1, 9);
    }
    const dragging = judgeTrace(measureTrace(recorded({ kind: 'draws too much', times: 1.7 })), 11);
    expect(dragging.verdict).toBe('draws too much');
    expect(dragging.speaks[0]?.words).toMatch(/settles at 1\.7\d × what a healthy one draws/);
  });

  test('without the healthy current, one that draws too much cannot be told from a sound one', () => {
    const { verdict } = judgeTrace(measureTrace(recorded({ kind: 'draws too much', times: 1.6 })), null);
    expect(verdict).toBeNull();
  });
});
