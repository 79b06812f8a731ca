import { checkCircuit } from '../../src/circuit/checkCircuit';
import type { Circuit } from '../../src/circuit/circuit';
import { conditionHolds } from '../../src/circuit/condition';
import { stateKey, withApart, withCavity } from '../../src/circuit/operatingState';
import { terminalName } from '../../src/circuit/terminals';
import { coldFuseOhms } from '../../src/physics/fuseColdResistance';
import { wireOhms } from '../../src/physics/wireResistance';
import { library, states } from '../library';

const changed = (change: (circuit: { -readonly [K in keyof Circuit]: Circuit[K] }) => void): Circuit => {
  const copy = { ...library };
  change(copy);
  return copy;
};
const first = library.sections[0]!;

const moduleIndex = library.parts.findIndex(({ kind }) => kind === 'module');
const body = library.parts[moduleIndex];
const drivenPin = body?.kind === 'module' ? body.pins.findIndex((pin) => 'drivenWhen' in pin) : -1;
const drivenPath = `parts.${moduleIndex}.pins.${drivenPin}.drivenWhen`;

test('the demo circuit has no flaw', () => {
  expect(checkCircuit(library)).toEqual([]);
});

test.each<[string, Circuit, string]>([
  ['an unknown terminal', changed((c) => (c.sections = [{ ...first, to: 'F99.feed' }])), 'sections.0.to'],
  [
    'an unknown control among positions that are never set together',
    changed((c) => (c.ruledOut = [{ controls: { moon: 'on' }, why: 'never' }])),
    'ruledOut.0.controls',
  ],
  [
    'an unknown place',
    changed((c) => (c.sections = [{ ...first, places: ['moon'] }])),
    'sections.0.places.0',
  ],
  ['an unknown strip', changed((c) => (c.strips = [])), 'places.2.strip'],
  ['an id used twice', changed((c) => (c.sections = [first, first])), 'sections.1.id'],
  ['an unknown control', changed((c) => (c.controls = c.controls.slice(0, 2))), 'parts.20.control'],
  [
    'a switch closed in a position that its control lacks',
    changed(
      (c) => (c.controls = c.controls.map((each) => ({ ...each, positions: each.positions.slice(0, 1) }))),
    ),
    `parts.${library.parts.findIndex(({ kind }) => kind === 'switch')}.legs.0.closedIn.0`,
  ],
  [
    'an output driven in a position that its control lacks',
    changed(
      (c) => (c.controls = c.controls.map((each) => ({ ...each, positions: each.positions.slice(0, 1) }))),
    ),
    drivenPath,
  ],
])('names the field of %s', (_what, circuit, path) => {
  expect(checkCircuit(circuit).map((flaw) => flaw.path)).toContain(path);
});

test('a circuit needs a battery and a ground', () => {
  const flaws = checkCircuit({ ...library, parts: [], sections: [] });
  expect(flaws.map(({ message }) => message)).toEqual([
    'Expected at least one battery part: got none.',
    'Expected at least one ground part: got none.',
  ]);
});

test('conditions are booleans of controls', () => {
  const lights = {
    all: [{ control: 'saloon', is: 'on' }, { not: { control: 'key', is: 'start' } }],
  } as const;
  expect(conditionHolds(lights, { saloon: 'on', key: 'run' })).toBe(true);
  expect(conditionHolds(lights, { saloon: 'on', key: 'start' })).toBe(false);
  expect(conditionHolds({ any: [] }, {})).toBe(false);
  expect(conditionHolds({ all: [] }, {})).toBe(true);
});

test('states are the same whatever the order in which they were set', () => {
  const one = withApart(withApart(states.rest, 'C7', true), 'K4', true);
  const other = withApart(withApart(states.rest, 'K4', true), 'C7', true);
  expect(stateKey(one)).toBe(stateKey(other));
  expect(stateKey(withCavity(withCavity(one, 'F17', { kind: 'open' }), 'F17', { kind: 'fuse' }))).toBe(
    stateKey(one),
  );
  expect(stateKey(withCavity(one, 'F17', { kind: 'open' }))).not.toBe(stateKey(one));
});

test('terminals are called as the trade calls them', () => {
  expect(terminalName(library, 'K4.normallyOpen')).toBe('Relay K4 pin 87');
  expect(terminalName(library, 'C7.1b')).toBe('C7 rear door pin 1, door side');
  expect(terminalName(library, 'F17.feed')).toBe('Fuse 17, supply leg');
  expect(terminalName(library, 'S1.x')).toBe('Splice S1');
});

test('fuses and wires have the resistances of their tables', () => {
  expect(coldFuseOhms('regular blade', 15)).toBeCloseTo(0.0048, 9);
  expect(coldFuseOhms('cartridge', 60)).toBeCloseTo(0.0008, 9);
  // Between 15 A (4.8 mΩ) and 20 A (3.4 mΩ).
  expect(coldFuseOhms('regular blade', 17)).toBeGreaterThan(0.0034);
  expect(coldFuseOhms('regular blade', 17)).toBeLessThan(0.0048);
  expect(wireOhms(1, 2)).toBeCloseTo(0.037, 9);
  // No standard area: 0.0175 Ω·mm²/m · 3 m / 2 mm².
  expect(wireOhms(2, 3)).toBeCloseTo(0.02625, 9);
});
