import type { OperatingState } from '../../src/circuit/operatingState';
import type { Test } from '../../src/instruments/instruments';
import { instrumentById } from '../../src/instruments/instruments';
import { assess } from '../../src/job/assess';
import { foldJob } from '../../src/job/foldJob';
import { planNext } from '../atOnce';
import { questionOf } from '../../src/inference/takenReading';
import { createPredictor } from '../../src/inference/predictor';
import { likeliestReadings } from '../likeliestReading';
import { minibus, minibusEvents } from '../library';
import { playJob } from '../playJob';

describe('the minibus, its pin backed out, played with one wrong entry', () => {
  const predictor = createPredictor(minibus);
  const fault = predictor.hypotheses.findIndex(
    ({ suspect, name }) => suspect === 'C3' && name === 'pin 1 backed out',
  );
  const inlier = likeliestReadings(predictor, fault);

  /** Plays on as planned until it is proven, one reading the opposite of what it should be. */
  const playedWith = (wrongAt: number) => {
    let taken = 0;
    const mistakes = new Set<string | null>();
    const read = (test: Test, state: OperatingState) => {
      const truth = inlier(test, state);
      const { display } = instrumentById(test.instrument);
      if (taken++ !== wrongAt) return truth;
      if (display.kind === 'number') {
        return { kind: 'number', value: truth.kind === 'number' && truth.value > 6 ? 0.02 : 12.4 } as const;
      }
      const other = display.outcomes.find(({ id }) => truth.kind === 'outcome' && id !== truth.outcome)!;
      return { kind: 'outcome', outcome: other.id } as const;
    };
    const watch = ({ posterior }: { posterior: { likelyMistake: string | null } }) =>
      mistakes.add(posterior.likelyMistake);
    const played = playJob(predictor, minibusEvents, read, 16, watch, 'proven');
    return { played, mistakes };
  };

  test('a verdict is sworn to only when a slip hardly hides another cause', () => {
    const { events, suspect } = playJob(predictor, minibusEvents, inlier, 16, undefined, 'proven');
    expect(suspect).toBe('C3');
    const job = foldJob(minibus, events);
    expect(assess(predictor, job)).toMatchObject({ isolated: 'C3', proven: true, robustPosterior: null });
    // One reading fewer: it stands alone, or not even that; either way it is not proven.
    const before = assess(predictor, foldJob(minibus, events.slice(0, -1)));
    expect(before.proven).toBe(false);
    expect(before.robustPosterior === null).toBe(before.isolated === null);
  });

  test('what it hangs on is read once more before it is sworn to, and said to be so; nothing is read three times', () => {
    const { events } = playJob(predictor, minibusEvents, inlier, 16, undefined, 'proven');
    const seen = new Map<string, number>();
    events.forEach((event, index) => {
      if (event.type !== 'reading-taken' || index < minibusEvents.length) return;
      const job = foldJob(minibus, events.slice(0, index));
      const [action] = planNext(predictor, job, assess(predictor, job));
      const before = seen.get(questionOf(event)) ?? 0;
      expect(action!.purpose === 'check').toBe(before === 1);
      seen.set(questionOf(event), before + 1);
    });
    expect(Math.max(...seen.values())).toBe(2);
  });

  test.each([0, 1])('going on as planned finds the wrong entry, at reading %i, and the cause', (wrongAt) => {
    const { played, mistakes } = playedWith(wrongAt);
    expect(played.suspect).toBe('C3');
    expect(mistakes).toContain(`r${wrongAt}`);
  });
});
