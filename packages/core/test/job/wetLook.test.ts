import { placeById } from '../../src/circuit/terminals';
import { createPredictor } from '../../src/inference/predictor';
import { assess } from '../../src/job/assess';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { planNext } from '../../src/job/planNext';
import { atOnce } from '../../src/planning/stepwise';
import { fuseBlows, library } from '../library';

const predictor = createPredictor(library);
const looks = (...events: readonly JobEvent[]) => {
  const job = foldJob(library, events);
  return atOnce(planNext(predictor, job, assess(predictor, job)))
    .filter(({ test }) => test.instrument === 'look')
    .map(({ test }) => test.at);
};
const isWet = (place: string) => placeById(library, place)!.hazards.includes('water');
const inTheWet: JobEvent = { ...fuseBlows, value: { kind: 'outcome', outcome: 'in-the-wet' }, told: true };

test('a fuse that blows in the wet leads to a look where water gets in; each such place is looked at once', () => {
  const [first] = looks(inTheWet).filter(isWet);
  expect(first).toBeDefined();
  const looked: JobEvent = {
    ...fuseBlows,
    id: 'looked',
    test: { instrument: 'look', at: first! },
    value: { kind: 'outcome', outcome: 'nothing' },
  };
  expect(looks(inTheWet, looked)).not.toContain(first);
  const refused: JobEvent = { ...fuseBlows, id: 'no', type: 'point-refused', point: first! };
  expect(looks(inTheWet, refused)).not.toContain(first);
});

test('one that blows at once does not: no trim comes off for a place because it may be wet', () => {
  expect(looks(fuseBlows).filter(isWet)).toEqual([]);
});
