import type { Part } from '../../src/circuit/parts/part';
import { likePart } from '../../src/planning/likeParts';
import { moveCost, moveWords, priceOfSwap } from '../../src/planning/moves';
import { partById } from '../../src/circuit/terminals';
import { common, lamp, smallCircuit } from '../smallCircuit';

const relay = (id: string, footprint: 'mini' | 'micro'): Part => ({
  ...common(id),
  kind: 'relay',
  coilOhms: 80,
  footprint,
  centre: 'box',
  cavity: id,
  pins: { coilFeed: '86', coilCommand: '85', supply: '30', normallyOpen: '87' },
});

const circuit = smallCircuit(
  [
    { ...lamp('L', 21), name: 'left lamp' },
    { ...lamp('R', 21), name: 'right lamp', place: 'far' },
    { ...lamp('S', 5), price: 3 },
    relay('K1', 'mini'),
    relay('K2', 'micro'),
    relay('K3', 'mini'),
  ],
  [],
  {
    places: [
      { id: 'here', name: 'here', reachMinutes: 1, hazards: [], visibility: 0.5 },
      { id: 'far', name: 'far', reachMinutes: 4, hazards: [], visibility: 0.5 },
    ],
  },
);
const like = (id: string) => likePart(circuit, partById(circuit, id))?.id;

test('left and right stand in for each other, another wattage and another footprint do not', () => {
  expect([like('L'), like('R'), like('S')]).toEqual(['R', 'L', undefined]);
  expect([like('K1'), like('K2'), like('K3')]).toEqual(['K3', undefined, 'K1']);
  expect(like('BAT')).toBeUndefined();
});

test('an exchange costs the work on both and no money; without a like part it costs a new one, if that is known', () => {
  const price = (id: string) => priceOfSwap(circuit, partById(circuit, id));
  expect([price('L'), price('S'), price('K2')]).toEqual([0, 3, null]);
  const minutes = (part: string) => moveCost(circuit, { kind: 'renewal', part, renewed: true }).minutes;
  // Out and in, twice, and the way to the other one.
  expect(minutes('L')).toBeCloseTo(0.5 + 2 * 0.5 * 2 + 4, 9);
  expect(minutes('S')).toBeCloseTo(0.5 + 2 * 0.5, 9);
  expect(moveWords(circuit, { kind: 'renewal', part: 'L', renewed: true })).toMatch(
    /Exchange left lamp with right lamp.*does the fault go with it/,
  );
});
