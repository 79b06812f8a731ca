import { assess } from '../../src/job/assess';
import { planNext, prepareNext } from '../../src/job/planNext';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { likelyAnswers } from '../../src/job/likelyAnswers';
import { usualKit } from '../../src/plan/kit';
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

describe('a plan made ahead', () => {
  const predictor = createPredictor(library);
  const [action] = planNext(predictor, job, assess(predictor, job));
  const [likely, other] = likelyAnswers(action!);
  const after = (answer: JobEvent) => foldJob(library, [fuseBlows, answer]);
  const ahead = after(likely!);
  for (let from: number | null = 0; from !== null;) {
    from = prepareNext(predictor, ahead, assess(predictor, ahead), from);
  }
  const made = planNext(predictor, ahead, assess(predictor, ahead));

  test('stands when the reading turns out just so, whoever took it and when', () => {
    const told = after({ ...likely!, id: 'r1', author: 'someone', at: '2026-01-01T00:00:00Z' });
    expect(planNext(predictor, told, assess(predictor, told))).toBe(made);
  });

  test.each([
    ['another reading', after(other!), usualKit],
    ['a place that cannot be reached', { ...ahead, refused: ['floor'] }, usualKit],
    ['another kit', ahead, { ...usualKit, without: [...usualKit.without, 'clamp' as const] }],
    ['hands elsewhere', { ...ahead, site: { ...ahead.site, at: null } }, usualKit],
    ['a fault that comes and goes', { ...ahead, comesAndGoes: true }, usualKit],
  ])('does not stand for %s', (_what, asked, kit) => {
    const fresh = createPredictor(library);
    const plan = planNext(predictor, asked, assess(predictor, asked), kit);
    expect(plan).not.toBe(made);
    expect(plan).toEqual(planNext(fresh, asked, assess(fresh, asked), kit));
  });
});
