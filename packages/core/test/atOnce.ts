import * as planning from '../src/job/planNext';
import * as actions from '../src/planning/nextActions';
import { shortlist as shortlistInSteps } from '../src/planning/shortlist';
import { atOnce } from '../src/planning/stepwise';

/** What is worked at step by step, done at once. */
export const planNext = (...asked: Parameters<typeof planning.planNext>) =>
  atOnce(planning.planNext(...asked));
export const nextActions = (...asked: Parameters<typeof actions.nextActions>) =>
  atOnce(actions.nextActions(...asked));
export const shortlist = (...asked: Parameters<typeof shortlistInSteps>) =>
  atOnce(shortlistInSteps(...asked));
