import fc from 'fast-check';
import { withApart, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { createPredictor } from '../../src/inference/predictor';
import type { ReadingValue } from '../../src/instruments/instrument';
import { assess } from '../../src/job/assess';
import type { JobEvent, JobFact } from '../../src/job/events';
import { fittedState } from '../../src/job/fittedEvents';
import { foldJob, isAfterRepair } from '../../src/job/foldJob';
import { lastReadings } from '../../src/job/lastReadings';
import { readNotation } from '../../src/notation/readNotation';
import { hornText } from '../notation/horn';

const { circuit } = readNotation(hornText);
const predictor = createPredictor(circuit);
const rest = restingState(circuit);
const pressed = withControl(rest, 'button-horn', 'pressed');
const states = [rest, pressed, withApart(pressed, 'horn-low', true)];

const event = (id: string, fact: JobFact): JobEvent => ({
  ...fact,
  id,
  author: 'a',
  at: '2026-12-01T08:00:00Z',
});
type Reading = Extract<JobFact, { type: 'reading-taken' }>;
const outcome = (id: string): ReadingValue => ({ kind: 'outcome', outcome: id });
const volts = (value: number): ReadingValue => ({ kind: 'number', value });
/** What can be read, each with two answers. */
const questions = [
  { test: { instrument: 'fuse-check', at: 'F5' }, answers: [outcome('whole'), outcome('blown')] },
  { test: { instrument: 'load', at: 'horn-low' }, answers: [outcome('works'), outcome('dead')] },
  { test: { instrument: 'voltmeter', at: 'K1.normallyOpen' }, answers: [volts(12.4), volts(0.02)] },
] as const;
const reading = fc
  .tuple(fc.constantFrom(...questions), fc.nat(1), fc.constantFrom(...states))
  .map(([{ test, answers }, answer, state]): Reading => ({
    type: 'reading-taken',
    test,
    state,
    value: answers[answer]!,
    typed: '',
  }));
const repaired = (id: string): readonly JobEvent[] => [
  event(`${id}c`, { type: 'cause-found', suspect: 'horn-low', text: 'dead' }),
  event(`${id}r`, { type: 'repair-done', steps: ['renewed'], text: '' }),
];

test('a correction says what the right answer would have said at its time, however much was done since', () => {
  fc.assert(
    fc.property(
      fc.array(reading, { minLength: 1, maxLength: 5 }),
      fc.nat(),
      fc.nat(1),
      fc.nat(6),
      (facts, which, answer, repairAt) => {
        const index = which % facts.length;
        const right: Reading = {
          ...facts[index]!,
          value: questions.find(({ test }) => test === facts[index]!.test)!.answers[answer]!,
        };
        const log = (at: (fact: Reading, i: number) => Reading) =>
          facts.flatMap((fact, i) => [...(i === repairAt ? repaired('x') : []), event(`e${i}`, at(fact, i))]);
        const first = foldJob(
          circuit,
          log((fact, i) => (i === index ? right : fact)),
        );
        const later = foldJob(circuit, [
          ...log((fact) => fact),
          event('right', { ...right, corrects: `e${index}` }),
        ]);
        const [one, other] = [first, later].map((job) => assess(predictor, job).posterior.suspects);
        for (const { id, probability } of one!)
          expect(other!.find((each) => each.id === id)?.probability).toBeCloseTo(probability, 9);
        const told = ({ state, minutes, readings }: typeof first) => ({
          state,
          minutes,
          // It proves no repair that it was taken before.
          standing: readings
            .filter(({ withdrawn }) => withdrawn === null)
            .map((each) => [each.test, each.value, isAfterRepair(first, each)]),
        });
        expect(told(later)).toEqual(told(first));
        expect(later.readings.filter(({ withdrawn }) => withdrawn !== null)).toHaveLength(1);
      },
    ),
    { numRuns: 60 },
  );
});

test('of two corrections of one reading the last stands, and every one is in the record; one of nothing is a reading', () => {
  const said = (id: string, value: number, corrects?: string): JobEvent =>
    event(id, {
      type: 'reading-taken',
      ...questions[2],
      state: rest,
      value: volts(value),
      typed: '',
      corrects,
    });
  const log = [
    said('e', 1),
    said('c', 2, 'e'),
    said('d', 3, 'e'),
    said('f', 4, 'd'),
    said('g', 5, 'nothing'),
    said('h', 6, 'h'),
  ];
  const { readings } = foldJob(circuit, log);
  expect(readings.map(({ id, withdrawn }) => [id, withdrawn === null])).toEqual([
    ['e', false],
    ['c', false],
    ['d', false],
    ['f', true],
    ['g', true],
    ['h', true],
  ]);
});

test('after a repair nothing is read yet: an answer then takes the place of none that the search rests on', () => {
  const dead: Reading = {
    type: 'reading-taken',
    ...questions[1],
    state: pressed,
    value: outcome('dead'),
    typed: '',
  };
  const before = foldJob(circuit, [event('d', dead)]);
  expect(lastReadings(before)(dead.test)?.id).toBe('d');
  const job = foldJob(circuit, [event('d', dead), ...repaired('x')]);
  expect(lastReadings(job)(dead.test)).toBeNull();
  const again = foldJob(circuit, [
    event('d', dead),
    ...repaired('x'),
    event('w', { ...dead, value: outcome('works') }),
  ]);
  expect(lastReadings(again)(dead.test)?.id).toBe('w');
});

test('a fuse that a withdrawn look showed whole is as much in doubt as before it', () => {
  const look = event('f', {
    type: 'reading-taken',
    ...questions[0],
    state: pressed,
    value: outcome('whole'),
    typed: '',
  });
  const off = event('o', { type: 'reading-withdrawn', reading: 'f', why: 'wrong fuse' });
  expect(foldJob(circuit, [look]).past.map(({ whole }) => whole)).toEqual(['F5']);
  expect(foldJob(circuit, [look, off]).past.map(({ whole }) => whole)).toEqual([undefined]);
});

test('a reading whose point the drawing lost stands where it is said to be, as if it had been read there at its time', () => {
  const after = readNotation(hornText.replaceAll('horn high', 'horn upper')).circuit;
  const misread: Reading = {
    type: 'reading-taken',
    test: { instrument: 'load', at: 'horn-high' },
    state: pressed,
    value: outcome('dead'),
    typed: 'Dead',
  };
  const works = event('w', {
    ...misread,
    test: { instrument: 'load', at: 'horn-low' },
    value: outcome('works'),
  });
  const log = [event('d', misread), works, event('f', { type: 'circuit-followed', circuit: 'other' })];
  const waits = foldJob(after, log);
  expect(waits.misfits.map(({ id }) => id)).toEqual(['d']);
  const there = {
    ...misread,
    state: fittedState(after, pressed),
    test: { instrument: 'load', at: 'horn-upper' },
  } as const;
  const placed = foldJob(after, [...log, event('p', { ...there, corrects: 'd' })]);
  expect(placed.misfits).toEqual([]);
  expect(placed.readings.map(({ id, withdrawn }) => [id, withdrawn])).toEqual([
    ['p', null],
    ['w', null],
  ]);
  const read = foldJob(after, [event('p', there), works]);
  expect(placed.readings.map(({ pastStates }) => pastStates)).toEqual(
    read.readings.map(({ pastStates }) => pastStates),
  );
  expect(placed.state).toEqual(read.state);
  const left = foldJob(after, [
    ...log,
    event('l', { type: 'reading-withdrawn', reading: 'd', why: 'nowhere' }),
  ]);
  expect([left.misfits, left.readings.map(({ id }) => id)]).toEqual([[], ['w']]);
  // The next drawing loses that point, too: it is asked again.
  const further = readNotation(hornText.replaceAll('horn high', 'horn top')).circuit;
  const next = foldJob(further, [
    ...log,
    event('p', { ...there, corrects: 'd' }),
    event('f2', { type: 'circuit-followed', circuit: 'third' }),
  ]);
  expect(next.misfits.map(({ id }) => id)).toEqual(['p']);
});
