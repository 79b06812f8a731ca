import type { JobEvent } from '../../src/job/events';
import { createPredictor } from '../../src/inference/predictor';
import { minibus, minibusEvents } from '../library';
import { likeliestReadings } from '../likeliestReading';
import { playJob } from '../playJob';

const events: readonly JobEvent[] = minibusEvents;
const predictor = createPredictor(minibus);

/** Plays the ramp's job with one fault in place, the instruments showing what is likeliest. */
function played(suspect: string, name: string) {
  const hypothesis = predictor.hypotheses.findIndex((each) => each.suspect === suspect && each.name === name);
  expect(hypothesis).toBeGreaterThanOrEqual(0);
  return playJob(predictor, events, likeliestReadings(predictor, hypothesis), 15);
}

describe('the ramp job is followed until one suspect stands alone', () => {
  test.each(['W14', 'W15', 'W17'])(
    'a short in %s, behind the relay: the switches go back for a current to flow',
    (section) => {
      expect(played(section, 'short to ground')).toMatchObject({ suspect: section, isolated: true });
    },
  );

  test.each([
    ['G1', 'ground lost'],
    ['W2', 'open'],
    ['G2', 'ground lost'],
    ['W13', 'open'],
  ])('%s %s: a ground is told from its wire at the eyelet', (suspect, name) => {
    expect(played(suspect, name)).toMatchObject({ suspect, isolated: true });
  });
});
