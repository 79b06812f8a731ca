import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import type { OperatingState } from '../../src/circuit/operatingState';
import type { ReadingValue } from '../../src/instruments/instrument';
import type { Test } from '../../src/instruments/instruments';
import { mostOhmsThatGlow, misleadingReading } from '../../src/job/misleadingReadings';
import { createPredictor } from '../../src/inference/predictor';
import { library, minibus, states } from '../library';

const healthy = createPredictor(library, []);
const inMinibus = createPredictor(minibus, []);
const said = (
  predictor: typeof healthy,
  instrument: Test['instrument'],
  at: string,
  state: OperatingState,
  value: ReadingValue,
) => misleadingReading(predictor, { id: 'r', test: { instrument, at }, state, value });
const number = (value: number): ReadingValue => ({ kind: 'number', value });
const outcome = (id: string): ReadingValue => ({ kind: 'outcome', outcome: id });

describe('what a reading cannot mean though it seems to', () => {
  test('ohms to ground through healthy lamps are no short, until the lamps are out', () => {
    // Fuse out, relay out: from S2 the reading lamps are the way to ground.
    const relayOut = withApart(states.fuseOut, 'K4', true);
    const { solution } = healthy.solved(relayOut, null);
    const ohms = solution.thevenin(solution.network.nodeOf.get('S2.x')!, 0).ohms;
    expect(said(healthy, 'ohmmeter', 'S2.x', relayOut, number(ohms))).toMatch(
      /healthy circuit shows .*Reading lamps.*unplug them/,
    );
    // A tenth of that is not the lamps.
    expect(said(healthy, 'ohmmeter', 'S2.x', relayOut, number(ohms / 10))).not.toMatch(/unplug/);
    // The paths that it names are the paths: without all of them nothing is left.
    const without = ['RL12', 'RL34', 'SH1', 'SH2', 'OUT', 'SL'].reduce(
      (state, id) => withApart(state, id, true),
      relayOut,
    );
    expect(said(healthy, 'ohmmeter', 'S2.x', without, number(ohms))).toBeNull();
  });

  test('volts on a wire that hangs on nothing are not there', () => {
    const apart = withApart(states.rest, 'C7', true);
    expect(said(healthy, 'voltmeter', 'SL.1', apart, number(2.4))).toMatch(/hangs on nothing/);
    expect(said(healthy, 'voltmeter', 'F17.feed', apart, number(12.5))).toBeNull();
  });

  test('a lamp that stays dark says how many ohms it would not see', () => {
    // 21 W at 12 V draws 1.75 A; a tenth of its power is left at about 0.45 of its volts.
    const ohms = mostOhmsThatGlow(21, 12.6, 12);
    expect(ohms).toBeGreaterThan(5);
    expect(ohms).toBeLessThan(30);
    // The 3 W lamp sees seven times as much: its currents are a seventh.
    expect(mostOhmsThatGlow(3, 12.6, 12) / ohms).toBeCloseTo(7, 1);
    expect(said(healthy, 'cavity-lamp', 'F17', states.limiterOn, outcome('dark'))).toMatch(
      /Dark does not rule out a short of more than about 1[56] Ω/,
    );
  });

  test('a limiter lamp that glows through healthy loads shows no short', () => {
    expect(said(healthy, 'cavity-lamp', 'F17', states.limiterOn, outcome('bright'))).toMatch(
      /healthy circuit makes it bright too, through .*Reading lamps/,
    );
  });

  test('12 V at a command pin come through the coil', () => {
    const on = withControl(states.rest, 'key', 'run');
    const words = said(healthy, 'voltmeter', 'K4.coilCommand', on, number(12.5));
    expect(words).toMatch(/through the coil of Relay K4/);
    // With the relay out there is no coil for them to come through.
    expect(said(healthy, 'voltmeter', 'K4.coilCommand', withApart(on, 'K4', true), number(12.5))).toBeNull();
  });

  test('0 mV over a fuse that is not fed, and over one that carries nothing, are told apart', () => {
    const off = inMinibus.solved({ ...states.rest, controls: {} }, null).state;
    const key = (position: string) => withControl(off, 'key', position);
    expect(said(inMinibus, 'fuse-millivolts', 'F8', key('off'), number(0))).toMatch(/not fed/);
    expect(said(inMinibus, 'fuse-millivolts', 'F31', key('off'), number(0))).toMatch(/Nothing draws/);
  });

  test('low ohms to ground where a healthy circuit shows none are the short: nobody takes them for a sound wire', () => {
    const lampsOut = ['RL12', 'RL34', 'SH1', 'SH2', 'OUT', 'SL', 'K4'].reduce(
      (state, id) => withApart(state, id, true),
      states.fuseOut,
    );
    expect(healthy.predict(lampsOut, { instrument: 'ohmmeter', at: 'S2.x' }, null)).toMatchObject({
      overload: 1,
    });
    expect(said(healthy, 'ohmmeter', 'S2.x', lampsOut, number(0.3))).toBeNull();
    expect(said(healthy, 'beeper', 'S2.x', lampsOut, outcome('beeps'))).toBeNull();
  });

  test('a beep is no proof of a wire that must carry amps', () => {
    const out = withCavity(states.rest, 'F17', { kind: 'open' });
    expect(said(healthy, 'ohmmeter', 'RL12.2', out, number(0.1))).toMatch(
      /at the .* A that flow.*under load/,
    );
  });
});
