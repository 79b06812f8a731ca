import fc from 'fast-check';
import { foldJob } from '../../../src/job/foldJob';
import { assess } from '../../../src/job/assess';
import { footprintIds } from '../../../src/circuit/parts/relay';
import type { RelaySideVerdict } from '../../../src/diagnostics/relays/socketVerdict';
import { relaySideVerdicts } from '../../../src/diagnostics/relays/socketVerdict';
import { createPredictor } from '../../../src/inference/predictor';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { pinReadings } from './pinReadings';
import type { RelayDraw } from './relayCircuit';
import { relayCircuit } from './relayCircuit';
import { socketTrials } from './socketTrials';

const draws: fc.Arbitrary<RelayDraw> = fc.record({
  command: fc.constantFrom('switch', 'chain', 'low-side output', 'high-side output'),
  feed: fc.constantFrom('shared fuse', 'own fuse', 'through the key'),
  loads: fc.array(fc.constantFrom('lamp', 'motor', 'heater'), { minLength: 1, maxLength: 3 }),
  suppression: fc.constantFrom('none', 'resistor', 'diode'),
  resting: fc.boolean(),
  beside: fc.boolean(),
  coilOhms: fc.integer({ min: 60, max: 120 }),
  numbering: fc.constantFrom('din', 'running', 'own'),
  footprint: fc.constantFrom(undefined, ...footprintIds),
});

test('one fault in a random relay circuit, all pins read: the right quarter is first in 99 of 100 (seed 11)', () => {
  const { right, complaints } = socketTrials(5, 11);
  expect(complaints).toBe(5);
  // Of five, one may be wrong; `./lantern bench socket` tries a thousand.
  expect(right).toBeGreaterThanOrEqual(Math.floor(0.99 * complaints));
});

test('neither the numbers on the pins nor how they lie change any verdict (seed 5)', () => {
  const verdictsOf = (draw: RelayDraw, which: number): readonly RelaySideVerdict[] => {
    const { circuit } = relayCircuit(draw);
    const predictor = createPredictor(circuit);
    const faults = predictor.hypotheses.flatMap(({ fault }) => fault ?? []);
    const events = pinReadings(
      createPredictor(circuit, []),
      'K',
      faults[which % faults.length]!,
      seededRandom(which),
    );
    const { posterior } = assess(predictor, foldJob(circuit, events));
    return relaySideVerdicts(predictor, createPredictor(circuit, []), posterior, 'K');
  };
  fc.assert(
    fc.property(draws, fc.nat({ max: 10_000 }), (draw, which) => {
      const other: RelayDraw = {
        ...draw,
        numbering: draw.numbering === 'din' ? 'own' : 'din',
        footprint: draw.footprint === 'micro' ? 'mini' : 'micro',
      };
      expect(verdictsOf(other, which)).toEqual(verdictsOf(draw, which));
    }),
    { seed: 5, numRuns: 3 },
  );
});
