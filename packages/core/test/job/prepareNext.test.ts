import { assess, planNext, prepareNext } from '../../src/job/assess';
import { foldJob } from '../../src/job/foldJob';
import type { Predictor } from '../../src/suspicion/predictor';
import { createPredictor } from '../../src/suspicion/predictor';
import { fuseBlows, library } from '../library';

const job = foldJob(library, [fuseBlows]);

/** A predictor that counts the columns asked of it. */
function counting() {
  const predictor = createPredictor(library);
  const solved = new Set<unknown>();
  const watched: Predictor = {
    ...predictor,
    inState(state) {
      const columns = predictor.inState(state);
      solved.add(columns);
      return columns;
    },
  };
  return { watched, solved };
}

test('what is solved ahead, a few states at a time, is what the plan then asks, and changes nothing in it', () => {
  const plain = createPredictor(library);
  const expected = planNext(plain, job, assess(plain, job));
  const { watched, solved } = counting();
  const assessment = assess(watched, job);
  const stops: number[] = [];
  for (let from: number | null = 0; from !== null;) {
    from = prepareNext(watched, job, assessment, from);
    if (from !== null) stops.push(from);
  }
  expect(stops.length).toBeGreaterThan(5);
  expect([...stops].sort((one, other) => one - other)).toEqual(stops);
  const ahead = solved.size;
  expect(planNext(watched, job, assessment)).toEqual(expected);
  expect(solved.size).toBe(ahead);
});
