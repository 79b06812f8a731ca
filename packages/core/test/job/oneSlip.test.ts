import * as fc from 'fast-check';
import type { Circuit } from '../../src/circuit/circuit';
import type { OperatingState } from '../../src/circuit/operatingState';
import { withApart, withCavity, withControl, withRenewed } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { Fault } from '../../src/faults/fault';
import type { TakenReading } from '../../src/inference/takenReading';
import { inferPosterior } from '../../src/inference/posterior';
import { createPredictor } from '../../src/inference/predictor';
import type { ReadingValue } from '../../src/instruments/instrument';
import { predictOn } from '../../src/instruments/instrument';
import type { Test } from '../../src/instruments/instruments';
import { instrumentById } from '../../src/instruments/instruments';
import { assess } from '../../src/job/assess';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { readNotation } from '../../src/notation/readNotation';
import { solveTogether } from '../../src/solver/stateSolver';
import { planNext } from '../atOnce';

const drawn = (text: string): Circuit => readNotation(text).circuit;
const event = ({ id, test, state, value }: TakenReading, told = false): JobEvent => ({
  ...(told ? { told: true as const } : {}),
  ...{ type: 'reading-taken', id, author: 'a', at: '2026-01-01T00:00:00Z', typed: '' },
  ...{ test, state, value },
});

/** The middle of what an instrument shows on a circuit compiled with a fault. */
function shown(circuit: Circuit, fault: Fault, state: OperatingState, test: Test): ReadingValue {
  const solved = { circuit, state, solution: solveTogether(circuit, state, [fault]) };
  const prediction = predictOn(instrumentById(test.instrument), solved, test.at);
  if (prediction.kind === 'number') return { kind: 'number', value: prediction.mean };
  if (prediction.kind !== 'outcomes') return { kind: 'overload' };
  const best = prediction.chances.indexOf(Math.max(...prediction.chances));
  const { display } = instrumentById(test.instrument);
  if (display.kind !== 'outcomes') throw new Error('chances are of outcomes');
  return { kind: 'outcome', outcome: display.outcomes[best]!.id };
}

const pump = drawn(`battery.- > ground GB
battery > fuse 50 20A > relay K1.30
battery > fuse 51 10A > switch key > K1.86
K1.85 > ground G2
K1.87 > switch crash.1
crash.2 > connector C7.1 > (via dash sill-left rear) pump fuel 6A > ground G5`);
const running = withControl(
  withControl(restingState(pump), pump.controls[0]!.id, 'on'),
  pump.controls[1]!.id,
  'on',
);

/** A wire with added ohms, and one reading of its circuit that is wrong. */
interface BadWire {
  readonly section: string;
  readonly ohms: number;
  readonly at: string;
  readonly wrong: number;
}

describe('one wrong number never makes two faults of one', () => {
  const wires = ['K1.normallyOpen', 'switch-crash.2', 'F50.load'].map(
    (end) => pump.sections.find(({ from }) => from === end)!.id,
  );
  const points = ['F50.load', 'K1.normallyOpen', 'switch-crash.1', 'switch-crash.2', 'C7.1b'];
  const predictor = createPredictor(pump);
  const tests: readonly Test[] = [
    { instrument: 'load', at: 'pump-fuel' },
    { instrument: 'clamp-amps', at: 'F50' },
    ...points.map((at): Test => ({ instrument: 'voltmeter', at })),
  ];

  const badWire: fc.Arbitrary<BadWire> = fc.record({
    section: fc.constantFrom(...wires),
    ohms: fc.double({ min: Math.log(1.5), max: Math.log(12), noNaN: true }).map(Math.exp),
    at: fc.constantFrom(...points.slice(1)),
    wrong: fc.double({ min: 0.5, max: 12, noNaN: true }),
  });
  const readingsOf = ({ section, ohms, at, wrong }: BadWire) => {
    const fault: Fault = { kind: 'added resistance', section, ohms };
    return tests.map((test, index): TakenReading => {
      const slip = test.instrument === 'voltmeter' && test.at === at;
      const value: ReadingValue = slip ? { kind: 'number', value: wrong } : shown(pump, fault, running, test);
      return { id: `r${index}`, test, state: running, value };
    });
  };
  const forTwo = ({ pairs }: { readonly pairs: readonly { readonly probability: number }[] }) =>
    pairs.reduce((sum, { probability }) => sum + probability, 0);

  // Drawn alike each time: a number that is wrong just as some two faults would have it is left to the next property.
  test('whatever the ohms of a bad wire, whichever reading it is', () => {
    fc.assert(
      fc.property(badWire, (drawnCase) => {
        const posterior = inferPosterior(predictor, readingsOf(drawnCase));
        expect({ ...drawnCase, two: forTwo(posterior) < 0.5 }).toMatchObject({ two: true });
        expect(posterior.suspects.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
      }),
      { numRuns: 30, seed: 7 },
    );
  });

  test('nor is it believed, where two would show just that, before it has been read once more', () => {
    const stalled = { section: wires[1]!, ohms: Math.exp(1.96), at: 'C7.1b', wrong: 0.5 };
    expect(forTwo(inferPosterior(predictor, readingsOf(stalled)))).toBeGreaterThan(0.5);
    fc.assert(
      fc.property(badWire, (drawnCase) => {
        const readings = readingsOf(drawnCase);
        const job = foldJob(
          pump,
          readings.map((each) => event(each)),
        );
        const assessment = assess(predictor, job);
        if (forTwo(assessment.posterior) < 0.5) return;
        const again = planNext(predictor, job, assessment).map(({ purpose, test }) => [purpose, test.at]);
        expect(again).toContainEqual(['doubt', drawnCase.at]);
      }),
      { numRuns: 10, examples: [[stalled]] },
    );
  });
});

test('before two faults are believed, what speaks for them is read once more, and once only', () => {
  const lamps = drawn(`battery.- > ground GB
battery > fuse 1 10A > switch S1 > splice SP > lamp left 21W > ground G1
SP > lamp right 21W > ground G1`);
  const on = withControl(restingState(lamps), lamps.controls[0]!.id, 'on');
  const outcome = (id: string, instrument: Test['instrument'], at: string, value: string): TakenReading => ({
    id,
    test: { instrument, at } as Test,
    state: on,
    value: { kind: 'outcome', outcome: value },
  });
  const volts = (id: string, target: string, value: number): TakenReading => ({
    id,
    test: { instrument: 'voltmeter', at: target },
    state: on,
    value: { kind: 'number', value },
  });
  // No single fault leaves one lamp dead with volts on its pin and its ground sound, and the other dead without.
  const complaint = [outcome('a', 'load', 'lamp-left', 'dead'), outcome('b', 'load', 'lamp-right', 'dead')];
  const search = [
    outcome('c', 'lamp-to-ground', 'lamp-left.1', 'bright'),
    outcome('d', 'lamp-to-battery', 'lamp-left.2', 'bright'),
    outcome('e', 'lamp-to-ground', 'lamp-right.1', 'dark'),
    outcome('f', 'lamp-to-battery', 'lamp-right.2', 'bright'),
    volts('g', 'lamp-left.1', 12.4),
    volts('h', 'lamp-left.2', 0),
  ];
  const predictor = createPredictor(lamps);
  const planned = (readings: readonly TakenReading[]) => {
    const events = [...complaint.map((each) => event(each, true)), ...readings.map((each) => event(each))];
    const job = foldJob(lamps, events);
    const assessment = assess(predictor, job);
    return { assessment, plan: planNext(predictor, job, assessment) };
  };
  const first = planned(search);
  expect(first.assessment.posterior.pairs.reduce((sum, each) => sum + each.probability, 0)).toBeGreaterThan(
    0.15,
  );
  const again = first.plan[0]!;
  expect(again.purpose).toBe('doubt');
  const asked = [...complaint, ...search].find(
    ({ test }) => test.instrument === again.test.instrument && test.at === again.test.at,
  );
  expect(asked).toBeDefined();
  // The same once more: then it is no slip, and that question rests.
  const repeated = planned([...search, { ...asked!, id: 'i' }]);
  expect(
    repeated.plan.every(
      ({ purpose, test: { instrument, at } }) =>
        purpose !== 'doubt' || instrument !== asked!.test.instrument || at !== asked!.test.at,
    ),
  ).toBe(true);
});

test('no verdict hangs on one reading: what alone takes the other suspect away is read again before it is proven', () => {
  // A motor both ways, its switch stuck to ground: one lamp seen wrongly clears the switch.
  const step = drawn(`battery.- > ground GB
battery > fuse 3 20A > splice SS
control step "Step switch": rest "Rest", out "Out", in "In"
switch ST moves step: p/a in out, p/b in in, g/a in rest in, g/b in rest out
SS > ST.p
ST.g > ground GW
ST.a > connector C5.1 > motor step 5A > C5.2
C5.2b > ST.b`);
  const rest = restingState(step);
  const at = (position: string) => withControl(rest, 'step', position);
  const fuseOut = (position: string) => withRenewed(withCavity(at(position), 'F3', { kind: 'open' }), 'F3');
  const limited = (position: string) =>
    withRenewed(withCavity(at(position), 'F3', { kind: 'lamp', watts: 21 }), 'F3');
  const fault: Fault = {
    kind: 'part',
    part: 'ST',
    effect: { kind: 'tie', terminal: 'g', other: 'b', ohms: 0.01 },
  };
  const toMotor = step.sections.find(({ from }) => from === 'motor-step.2')!.id;
  const toSwitch = step.sections.find(({ from }) => from === 'C5.2b')!.id;
  const honest = (id: string, instrument: Test['instrument'], target: string, state: OperatingState) => {
    const test = { instrument, at: target } as Test;
    return { id, test, state, value: shown(step, fault, state, test) };
  };
  const told: readonly TakenReading[] = [
    {
      id: 'a',
      test: { instrument: 'fresh-fuse', at: 'F3' },
      state: rest,
      value: { kind: 'outcome', outcome: 'holds' },
    },
    {
      id: 'b',
      test: { instrument: 'fresh-fuse', at: 'F3' },
      state: at('in'),
      value: { kind: 'outcome', outcome: 'blows' },
    },
  ];
  const slip: TakenReading = {
    id: 'slip',
    test: { instrument: 'lamp-to-battery', at: 'ST.b' },
    state: withApart(fuseOut('out'), 'ST', true),
    value: { kind: 'outcome', outcome: 'bright' },
  };
  const events = [
    ...told.map((each) => event(each, true)),
    ...[
      honest('c', 'ohmmeter', 'F3.load', fuseOut('in')),
      slip,
      honest('d', 'clamp', `${toMotor}@to`, limited('in')),
      honest('e', 'clamp', `${toMotor}@to`, limited('in')),
      honest('f', 'clamp', `${toSwitch}@from`, limited('in')),
    ].map((each) => event(each)),
  ];
  const predictor = createPredictor(step);
  const job = foldJob(step, events);
  const assessment = assess(predictor, job);
  // It stands alone all the same: the slip told it.
  expect(assessment.posterior.suspects[0]!.probability).toBeGreaterThan(0.98);
  expect(assessment.posterior.suspects[0]!.id).toBe(toSwitch);
  expect(assessment.proven).toBe(false);
  expect(planNext(predictor, job, assessment).length).toBeGreaterThan(0);
});

test('no fuse is burnt to be sure: that one blew is not asked once more, however badly it fits', () => {
  const horn = drawn(`battery.- > ground GB
battery > fuse 1 10A > switch S1 > splice SP > lamp left 21W > ground G1
SP > lamp right 21W > ground G1`);
  const rest = restingState(horn);
  const on = withControl(rest, horn.controls[0]!.id, 'on');
  const out = withCavity(on, 'F1', { kind: 'open' });
  const said = (id: string, test: Test, state: OperatingState, value: ReadingValue): TakenReading => ({
    ...{ id, test, state, value },
  });
  const outcome = (value: string): ReadingValue => ({ kind: 'outcome', outcome: value });
  const blew = said('a', { instrument: 'fresh-fuse', at: 'F1' }, on, outcome('blows'));
  const events = [
    event(blew, true),
    ...[
      said(
        'b',
        { instrument: 'lamp-to-battery', at: 'lamp-left.1' },
        withApart(out, 'lamp-left', true),
        outcome('dark'),
      ),
      said(
        'c',
        { instrument: 'ohmmeter', at: 'F1.load' },
        withApart(withApart(out, 'lamp-left', true), 'lamp-right', true),
        { kind: 'overload' },
      ),
      said(
        'd',
        { instrument: 'ohmmeter', at: 'SP.x' },
        withApart(withApart(out, 'lamp-left', true), 'lamp-right', true),
        { kind: 'overload' },
      ),
      said(
        'e',
        { instrument: 'cavity-lamp', at: 'F1' },
        withCavity(withApart(withApart(on, 'lamp-left', true), 'lamp-right', true), 'F1', {
          kind: 'lamp',
          watts: 21,
        }),
        outcome('dark'),
      ),
    ].map((each) => event(each)),
  ];
  const predictor = createPredictor(horn);
  const job = foldJob(horn, events);
  const assessment = assess(predictor, job);
  expect(assessment.posterior.contradicting).toContain('a');
  for (const { test, state } of planNext(predictor, job, assessment)) {
    expect(test.instrument).not.toBe('fresh-fuse');
    // As it stood when it blew it does not stand again.
    expect(state.apart.length === 0 && state.cavities['F1'] === undefined).toBe(false);
  }
});
