import { listWords } from '../../src/text/lists';
import fc from 'fast-check';
import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { ProposedAction } from '../../src/planning/nextActions';
import type { Work } from '../../src/planning/work';
import { cautionsOf } from '../../src/text/cautions';
import { midSentence, minutes, percent } from '../../src/text/figures';
import { leavesWords, outcomeName, suspectName } from '../../src/text/outcomes';
import { stateWords } from '../../src/text/states';
import { library } from '../library';
import { whyWords } from '../../src/text/why';

const rest = restingState(library);

test('a percentage never says certain of what is not, nor impossible of what is possible', () => {
  expect([0, 0.004, 0.27, 0.996, 1].map(percent)).toEqual(['0 %', '<1 %', '27 %', '>99 %', '100 %']);
  fc.assert(
    fc.property(fc.double({ min: Number.MIN_VALUE, max: 1 - 1e-12, noNaN: true }), (chance) => {
      expect(['0 %', '100 %']).not.toContain(percent(chance));
    }),
  );
});

test('a reading within a sentence keeps its unit: only a word begins small', () => {
  expect(['Dark', 'Dim or bright', '12.6 V', '4.7 kΩ', 'OL'].map(midSentence)).toEqual([
    'dark',
    'dim or bright',
    '12.6 V',
    '4.7 kΩ',
    'OL',
  ]);
});

test('minutes in as many digits as mean something', () => {
  expect([0.25, 5.44, 9.96, 38.2].map(minutes)).toEqual(['0.3 min', '5.4 min', '10 min', '38 min']);
});

test('the state is said by what is not as it rests', () => {
  expect(stateWords(library, rest)).toBe('everything at rest');
  const lit = withControl(withCavity(rest, 'F17', { kind: 'lamp', watts: 21 }), 'saloon', 'on');
  expect(stateWords(library, withApart(lit, 'C7', true))).toBe(
    'Saloon lights on · C7 rear door unplugged · Fuse 17: lamp 21 W',
  );
  expect(stateWords(library, withApart(rest, 'K4', true))).toBe('Relay K4 pulled');
  expect(stateWords(library, { ...rest, batteryConnected: false })).toBe('battery off');
});

test('bands are said with their unit', () => {
  const band = { kind: 'band', unit: 'Ω', overload: false } as const;
  expect(outcomeName({ ...band, from: null, to: 0.4 })).toBe('Below 0.4 Ω');
  expect(outcomeName({ ...band, from: 0.4, to: 12 })).toBe('0.4 Ω to 12 Ω');
  expect(outcomeName({ ...band, from: 4700, to: null })).toBe('Above 4.7 kΩ');
  expect(outcomeName({ ...band, from: null, to: null, overload: true })).toBe('OL');
});

test('what is left names three at most and counts the rest', () => {
  const leaves = library.sections.slice(0, 5).map(({ id }) => ({ id, probability: 0.2 }));
  const outcome = { kind: 'outcome', id: 'dark', name: 'Dark' } as const;
  const words = leavesWords(library, { outcome, probability: 1, leaves, clears: [] });
  expect(words).toMatch(/ and 2 more$/);
  expect(leavesWords(library, { outcome, probability: 1, leaves: [], clears: [] })).toBe(
    'nothing stands out',
  );
});

const work: Work = {
  minutes: 1,
  money: 0,
  moves: [],
  strips: [],
  places: [],
  after: { state: rest, at: null, stripped: [] },
};

describe('cautions stand where the hand is about to go', () => {
  const action = (change: Partial<ProposedAction>): ProposedAction => ({
    purpose: 'search',
    test: { instrument: 'voltmeter', at: 'F17.load' },
    state: rest,
    work,
    bits: 1,
    minutesToGo: null,
    worthIt: true,
    outcomes: [],
    ...change,
  });

  test('why it and why now: how evenly it parts, and what it saves against the next', () => {
    const outcome = { kind: 'outcome', id: 'x', name: 'x' } as const;
    const split = (...chances: readonly number[]) =>
      chances.map((probability) => ({ outcome, probability, leaves: [], clears: [] }));
    const even = action({ outcomes: split(0.45, 0.55), minutesToGo: 10 });
    expect(whyWords(even, [action({ minutesToGo: 14 })])).toMatch(
      /evenly.*10 min.*14 min with the next best/,
    );
    expect(whyWords(even, [action({ minutesToGo: 10.5 })])).toMatch(/the next one is as good/);
    expect(whyWords(action({ bits: 0.1, outcomes: split(0.9, 0.1) }), [])).toMatch(/90 %.*changes little/);
    expect(whyWords(action({ bits: 0.5, outcomes: split(0.8, 0.2) }), [])).toMatch(/80 % on the one side/);
    expect(whyWords(action({ purpose: 'proof' }), [])).toBe('');
  });

  test('a lamp in the cavity: hot, and never a larger fuse', () => {
    const fill = { kind: 'lamp', watts: 21 } as const;
    const moves = [{ kind: 'cavity', fuse: 'F17', fill }] as const;
    expect(cautionsOf(library, action({ work: { ...work, moves } })).join(' ')).toMatch(
      /hot.*Never a larger fuse/,
    );
    expect(cautionsOf(library, action({})).join(' ')).not.toMatch(/larger fuse/);
  });

  test('ohms: power off', () => {
    const test = { instrument: 'ohmmeter', at: 'F17.load' } as const;
    expect(cautionsOf(library, action({ test }))).toContain('Ohms only with the power off at this point.');
  });

  test('a key that makes the engine crank', () => {
    const moves = [{ kind: 'control', control: 'key', position: 'start' }] as const;
    expect(cautionsOf(library, action({ work: { ...work, moves } })).join(' ')).toMatch(/crank/);
    expect(cautionsOf(library, action({})).join(' ')).not.toMatch(/crank/);
  });

  test('a place with a caution of its own: in every action there, in none elsewhere', () => {
    const place = library.places.find(({ caution }) => caution !== undefined)!;
    const there = { ...work, places: [place.id] };
    expect(cautionsOf(library, action({ work: there }))).toContain(place.caution);
    expect(cautionsOf(library, action({}))).not.toContain(place.caution);
  });
});

test('names are listed so that none is taken for two', () => {
  expect(listWords([])).toBe('');
  expect(listWords(['C7', 'Link 2', 'G4'])).toBe('C7, Link 2, G4');
  expect(listWords(['C7', 'Link 2', 'G4'], 2)).toBe('C7, Link 2 and 1 more');
  expect(listWords(['Shelf strip, left', 'Link 2'])).toBe('Shelf strip, left; Link 2');
});

test('of two that are called alike each is told by what it is and its number', () => {
  const [wire, other] = library.sections;
  const part = library.parts.find(({ kind }) => kind === 'connector')!;
  const renamed = {
    ...library,
    sections: library.sections.map((each) =>
      each === wire ? { ...each, name: part.name.toUpperCase() } : each,
    ),
  };
  expect(suspectName(renamed, part.id)).toBe(`${part.name} (connector ${part.id})`);
  expect(suspectName(renamed, wire!.id)).toBe(`${part.name.toUpperCase()} (wire ${wire!.id})`);
  expect(suspectName(renamed, other!.id)).toBe(other!.name);
  const names = [...renamed.parts, ...renamed.sections].map(({ id }) =>
    suspectName(renamed, id).toLowerCase(),
  );
  expect(new Set(names).size).toBe(names.length);
});

test('minutes are told as a hand counts them: tenths of few, hours of many, and more never as less', () => {
  expect([2.54, 38.4, 479, 480, 839, 3336].map(minutes)).toEqual([
    '2.5 min',
    '38 min',
    '479 min',
    '8 h',
    '14 h',
    '56 h',
  ]);
  const told = (value: number) => Number.parseFloat(minutes(value)) * (minutes(value).endsWith('h') ? 60 : 1);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 1e5, noNaN: true }),
      fc.double({ min: 0, max: 1e5, noNaN: true }),
      (a, b) => {
        expect(told(Math.max(a, b))).toBeGreaterThanOrEqual(told(Math.min(a, b)));
      },
    ),
  );
});
