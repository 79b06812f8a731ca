import fc from 'fast-check';
import type { ReadingValue } from '../../src/instruments/instrument';
import { assess } from '../../src/job/assess';
import { planNext } from '../atOnce';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { leaderWithoutReading } from '../../src/inference/pivotalReading';
import type { TakenReading } from '../../src/inference/takenReading';
import { createPredictor } from '../../src/inference/predictor';
import { inferPosterior } from '../../src/inference/posterior';
import { entropyBits } from '../../src/statistics/entropy';
import { library, states } from '../library';
import { likeliestReading } from '../likeliestReading';

const predictor = createPredictor(library);
const dark: ReadingValue = { kind: 'outcome', outcome: 'dark' };
const reading = (
  id: string,
  instrument: TakenReading['test']['instrument'],
  at: string,
  state: TakenReading['state'],
  value: ReadingValue,
): TakenReading => ({
  id,
  test: { instrument, at },
  state,
  value,
});
const blown = reading('blown', 'fresh-fuse', 'F17', states.lightsOn, { kind: 'outcome', outcome: 'blows' });
const probabilityOf = (readings: readonly TakenReading[], suspect: string) =>
  inferPosterior(predictor, readings).suspects.find(({ id }) => id === suspect)?.probability ?? 0;

describe('suspicion', () => {
  test('starts from priors that sum to 1, the rubbed hinge ahead of an equal length of plain wire', () => {
    const { suspects } = inferPosterior(predictor, []);
    expect(suspects.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 12);
    expect(probabilityOf([], 'W17')).toBeGreaterThan(4 * probabilityOf([], 'W13'));
  });

  test('a fuse that blows with the lights on clears the grounds and the wires that it does not feed', () => {
    for (const cleared of ['W18', 'W19', 'W25', 'W30', 'W04'])
      expect(probabilityOf([blown], cleared)).toBeLessThan(0.005);
    expect(probabilityOf([blown], 'W17')).toBeGreaterThan(0.15);
  });

  test('one wrong entry never kills the truth: two good readings bring it back', () => {
    // With the lights off the relay is open: a bright limiter would put the short before it.
    const lightsOff = { ...states.limiterOn, controls: states.rest.controls };
    const wrong = reading('wrong', 'cavity-lamp', 'F17', lightsOff, { kind: 'outcome', outcome: 'bright' });
    const good = [
      reading('a', 'clamp', 'W11@from', states.limiterOn, { kind: 'outcome', outcome: 'passes' }),
      reading('b', 'clamp', 'W16@from', states.limiterOn, { kind: 'outcome', outcome: 'passes' }),
      reading('c', 'clamp', 'W21@from', states.limiterOn, { kind: 'outcome', outcome: 'none' }),
      reading('d', 'clamp', 'W20@to', states.limiterOn, { kind: 'outcome', outcome: 'none' }),
    ];
    const { suspects, likelyMistake } = inferPosterior(predictor, [blown, wrong, ...good]);
    expect(suspects[0]?.id).toBe('W17');
    expect(likelyMistake).toBe('wrong');
  });

  test('the order in which readings were taken changes nothing but the steps', () => {
    const taken = [
      blown,
      reading('x', 'cavity-lamp', 'F17', { ...states.limiterOn, controls: states.rest.controls }, dark),
    ];
    const forwards = inferPosterior(predictor, taken).hypotheses;
    const backwards = inferPosterior(predictor, [...taken].reverse()).hypotheses;
    forwards.forEach((chance, h) => expect(chance).toBeCloseTo(backwards[h]!, 12));
  });

  test('what the leader would have without a reading is what the others alone give', () => {
    const taken = [
      blown,
      reading('a', 'clamp', 'W20@from', states.limiterOn, { kind: 'outcome', outcome: 'passes' }),
      reading('b', 'clamp', 'W21@to', states.limiterOn, { kind: 'outcome', outcome: 'none' }),
    ];
    const { suspects, pairs } = inferPosterior(predictor, taken);
    expect(pairs).toHaveLength(0);
    for (const reading of taken) {
      const others = inferPosterior(
        predictor,
        taken.filter((each) => each !== reading),
      );
      const left = others.suspects.find((each) => each.id === suspects[0]!.id)!.probability;
      expect(leaderWithoutReading(predictor, taken, suspects[0]!.id, {})(reading)).toBeCloseTo(left, 9);
    }
  });

  test('entropy of equal chances is their logarithm', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), (count) => {
        expect(entropyBits(Array.from({ length: count }, () => 1 / count))).toBeCloseTo(Math.log2(count), 9);
      }),
    );
  });
});

describe('a job played with instruments that show what is likeliest', () => {
  const start: JobEvent[] = [
    {
      id: 'blown',
      author: '',
      at: '',
      type: 'reading-taken',
      test: blown.test,
      state: blown.state,
      value: blown.value,
      typed: '',
    },
    { id: 'out', author: '', at: '', type: 'state-set', state: states.fuseOut },
  ];
  const places = ['W08', 'W11', 'W13', 'W17', 'W21', 'W24'];

  test.each(places)('finds a short in %s', (section) => {
    const truth = predictor.hypotheses.findIndex(
      ({ suspect, fault }) => suspect === section && fault?.kind === 'short to ground' && fault.ohms === 0.35,
    );
    expect(truth).toBeGreaterThanOrEqual(0);
    let events = start;
    for (let step = 0; step < 25; step++) {
      const job = foldJob(library, events);
      const assessment = assess(predictor, job);
      if (assessment.isolated !== null) {
        expect(assessment.isolated).toBe(section);
        return;
      }
      const [action] = planNext(predictor, job, assessment);
      expect(action).toBeDefined();
      const value = likeliestReading(action!.test, predictor.predict(action!.state, action!.test, truth));
      const { test: taken, state } = action!;
      events = [
        ...events,
        { id: `${step}`, author: '', at: '', type: 'reading-taken', test: taken, state, value, typed: '' },
      ];
    }
    throw new Error(`not found within 25 readings: ${section}`);
  });
});
