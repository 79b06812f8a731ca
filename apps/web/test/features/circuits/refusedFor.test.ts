import { circuitSchema } from '@grim-lantern/contract';
import { inspectCircuit, readNotation } from '@grim-lantern/core';
import { refusedFor } from '../../../src/features/circuits/refusedFor';

const head = `battery.- > ground GB
battery > fuse 1 10A > switch S1 > lamp a 5W > ground G1
`;
const drawn = (more: string) => readNotation(`${head}${more}`).circuit;

test.each([
  ['module BM: 1 supply, 2 ground, 5 low-side when saloon=on', 'Module BM, pin 5, driven when'],
  ['module BM: 1 supply, 2 ground, 5 low-side when 9 low', 'Module BM, pin 5, driven when'],
  ['switch S1 moves knob: 1/2 in up', 'S1 switch, what moves it'],
  ['control knob: a, b\nswitch S1 moves knob: 1/2 in up', 'S1 switch, legs, 1, closed in, 1'],
  ['never key=start "no"', 'What is never set, positions'],
  ['place x "the shelf" behind panel', 'the shelf, what comes off before'],
  ['place x "the shelf" reach 9999min', 'the shelf, minutes to reach'],
  ['F1 > (W1) lamp r > (W1) G1', 'Lamp r to G1, short name'],
  ['F1 > (9999m) lamp f > G1', 'Fuse 1 to Lamp f, length'],
  ['F1 > (900mm²) lamp f > G1', 'Fuse 1 to Lamp f, size'],
  [`circuit "${'y'.repeat(200)}"`, 'Its name'],
])('what storing would refuse is said while it is drawn, by its name: %s', (more, name) => {
  const circuit = drawn(more);
  expect(circuitSchema.safeParse(circuit).success).toBe(false);
  const said = refusedFor(circuit).map(({ message }) => message);
  expect(said.some((each) => each.startsWith(`${name}: `))).toBe(true);
  for (const each of said)
    expect(each).not.toMatch(/\b(parts|sections|controls|places|strips|ruledOut)\b[.]/);
});

test('a place that nobody described is one all the same: for a part, on the way of a wire, in words', () => {
  const circuit = drawn(
    'F1 > (via floor, "behind the bench") lamp b 5W at d-pillar > ground G2 at "left c-pillar"',
  );
  expect(refusedFor(circuit)).toEqual([]);
  expect(inspectCircuit(circuit)).toEqual([]);
  const names = circuit.places.map(({ name }) => name);
  expect(names).toEqual(expect.arrayContaining(['D-pillar', 'left C-pillar', 'behind the bench']));
});

test('a relay and a fuse of the same number do not sit in one cavity by themselves', () => {
  const circuit = drawn('F1 > relay K1.30\nF1 > K1.86\nK1.85 > button > G1\nK1.87 > lamp b > G1');
  expect(inspectCircuit(circuit)).toEqual([]);
});
