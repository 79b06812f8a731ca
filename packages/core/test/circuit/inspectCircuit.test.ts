import { inspectCircuit } from '../../src/circuit/inspectCircuit';
import { readNotation } from '../../src/notation/readNotation';
import { seededRandom } from '../../src/statistics/seededRandom';
import { hornText } from '../notation/horn';
import { families } from '../session/realistic/families';

const told = (text: string) => inspectCircuit(readNotation(text).circuit).map(({ message }) => message);
/** What a change of the horn circuit makes it say. */
const afterChange = (from: string, to: string) => told(hornText.replace(from, to));

test('circuits that work have nothing that stops the search', () => {
  for (const { draw, name } of families) {
    for (const seed of [1, 2, 3]) {
      const stops = inspectCircuit(draw(seededRandom(seed))).filter(({ weight }) => weight === 'stops');
      expect({ name, stops }).toEqual({ name, stops: [] });
    }
  }
});

test('a drawing too large to be searched is told so at once', () => {
  const chain = Array.from({ length: 2001 }, (_none, i) => `S${i} > splice S${i + 1}`);
  expect(told(`splice S0\n${chain.join('\n')}`)).toEqual([expect.stringContaining('at most 2000 wires')]);
});

test.each([
  [
    'a coil without a command',
    'K1.85 > button horn > ground G2\n',
    '',
    'Relay K1 pin 85 ends in nothing: what pulls it to ground?',
  ],
  ['a load without a ground', ' > G1\nK1.85', '\nK1.85', 'Horn high pin 2 ends in nothing.'],
  [
    'a button that leads nowhere',
    'button horn > ground G2',
    'button horn',
    'Horn button pin 2 ends in nothing.',
  ],
  [
    'a battery on no ground',
    'battery.- > ground GB\n',
    '',
    'Battery, negative post ends in nothing: which ground is it on?',
  ],
  [
    'a coil that nothing switches',
    'button horn > ground G2',
    'ground G2',
    'Relay K1 is always pulled in: nothing switches its coil.',
  ],
  [
    'a fuse smaller than its loads',
    'fuse 5 20A',
    'fuse 5 7.5A',
    'Fuse 5 is 7.5 A, its loads together about 10 A.',
  ],
  [
    'two fuses on one wire',
    'battery > fuse 5 20A',
    'battery > fuse 6 20A > connector C1 > S1\nbattery > fuse 5 20A > splice S3 > S1\nF5',
    'Fuse 5 and Fuse 6 feed the same wire, with nothing between them: where do they part?',
  ],
  [
    'a rating that fuses do not have',
    'fuse 5 20A',
    'fuse 5 200A',
    'Fuse 5: a regular blade fuse of 200 A is unusual.',
  ],
  [
    'a wire too thin for its fuse',
    'fuse 5 > K1.86',
    'fuse 5 > (0.35) K1.86',
    'Fuse 5 is 20 A: the wire behind it, 0.35 mm², is thin for that.',
  ],
  [
    'a size without its decimal mark',
    'splice S1 >',
    'splice S1 > (250 mm²)',
    'Splice S1 to Horn low: 250 mm² is thicker than such a wire is. Was it 2.5 mm²?',
  ],
  [
    'one cavity for two parts',
    'relay K1.30',
    'relay K1.30 in "Fuse box" 5',
    'F5 and K1 are both in cavity 5 of Fuse box.',
  ],
  [
    'one name for two parts',
    'horn high 5A',
    'horn HH "Horn low" 5A',
    'horn-low and HH are both called “Horn low”.',
  ],
])('%s is told', (_what, from, to, message) => {
  expect(hornText).toContain(from);
  expect(afterChange(from, to)).toContain(message);
});
