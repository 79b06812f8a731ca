import { assess } from '../../src/job/assess';
import { planNext } from '../atOnce';
import { foldJob } from '../../src/job/foldJob';
import { likelyAnswers } from '../../src/job/likelyAnswers';
import { bandOf } from '../../src/planning/outcomeTable';
import { createPredictor } from '../../src/inference/predictor';
import { fuseBlows, library } from '../library';

test('the answers thought through ahead are the likeliest ones, each within its outcome', () => {
  const predictor = createPredictor(library);
  const job = foldJob(library, [fuseBlows]);
  const actions = planNext(predictor, job, assess(predictor, job));
  expect(actions).toHaveLength(5);
  for (const action of actions) {
    const answers = likelyAnswers(action);
    const ordered = [...action.outcomes].sort((one, other) => other.probability - one.probability);
    expect(answers.length).toBeGreaterThan(0);
    answers.forEach((answer, index) => {
      if (answer.type !== 'reading-taken') throw new Error('expected a reading');
      const { outcome } = ordered[index]!;
      const { value } = answer;
      if (outcome.kind === 'outcome') expect(value).toEqual({ kind: 'outcome', outcome: outcome.id });
      else expect(bandOf([outcome], value.kind === 'number' ? value.value : 'overload')).toBe(0);
    });
  }
});
