import type { Fault } from '../../src/faults/fault';
import { readNotation } from '../../src/notation/readNotation';
import { complaintOf } from '../../src/session/complaint';
import { playJob } from '../../src/session/playJob';
import { createWorld } from '../../src/session/world';
import { seededRandom } from '../../src/statistics/seededRandom';

const { circuit } = readNotation(`battery.- > ground GB
battery > fuse 21 20A > relay K1.30
battery > fuse 22 20A > relay K2.30
K1.87 > connector C1 at front > fan left 120W at front > ground G1 at front
K2.87 > connector C2 at front > fan right 120W at front > ground G2 at front
fuse 21 > K1.86
fuse 22 > K2.86
K1.85 > switch cool at dash > ground G3 at dash
K2.85 > switch heat at dash > ground G4 at dash`);
const contact = { kind: 'hold', role: 'normallyOpen', joined: false } as const;
const coil = { kind: 'cut', role: 'coil', atRest: ['normallyOpen'] } as const;
const faults: readonly Fault[] = [
  { kind: 'part', part: 'K2', effect: contact },
  { kind: 'part', part: 'K1', effect: coil },
];

test('where one suspect nearly stands alone, the plan settles it: it does not go on with what tells next to nothing', () => {
  const lingering = faults.map((fault, seed) => {
    let nearly = 0;
    const world = createWorld(circuit, [fault], seededRandom(seed));
    const complaint = complaintOf(createWorld(circuit, [fault], seededRandom(seed)))!;
    playJob(circuit, world, complaint, {
      random: seededRandom(seed),
      onPlan: (_plan, { posterior }) => {
        const leading = posterior.suspects[0]!.probability;
        if (leading >= 0.75 && leading < 0.9) nearly += 1;
      },
    });
    return nearly;
  });
  for (const readings of lingering) expect(readings).toBeLessThanOrEqual(3);
});
