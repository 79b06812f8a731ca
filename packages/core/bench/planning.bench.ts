import type { Circuit } from '../src/circuit/circuit';
import { restingState } from '../src/circuit/restingState';
import { assess } from '../src/job/assess';
import { planNext, prepareNext } from '../src/job/planNext';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import { likelyAnswers } from '../src/job/likelyAnswers';
import { simulateReading } from '../src/job/simulateReading';
import type { Predictor } from '../src/suspicion/predictor';
import { createPredictor } from '../src/suspicion/predictor';
import { seededRandom } from '../src/units/seededRandom';
import { generatedHarness } from '../test/generatedHarness';
import { fuseBlows, library, minibus, minibusEvents } from '../test/library';
import { drawn } from '../test/simulatedJobs';
import type { Figure } from './figure';
import { middle, secondsOf } from './figure';

/**
 * What the new suspicion and the next five actions cost: when a job is opened, and after the reading that was asked
 * for, drawn from what is likely, with the instrument's noise. While the probe is on its way the application thinks the
 * likely answers through; the same without that stands beside it.
 */
export default function planning(): readonly Figure[] {
  const harness = generatedHarness(500);
  const fuse: JobEvent = {
    ...fuseBlows,
    test: { instrument: 'fresh-fuse', at: 'F3' },
    state: restingState(harness),
  };
  return [
    ...figuresOf('fuse 17', library, [fuseBlows], 30, 7),
    ...figuresOf('ramp relay', minibus, minibusEvents, 30, 7),
    ...figuresOf('500 sections', harness, [fuse], 150, 3),
  ];
}

function figuresOf(
  name: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  most: number,
  draws: number,
): readonly Figure[] {
  const random = seededRandom(draws);
  const think = (predictor: Predictor, log: readonly JobEvent[]) => {
    const job = foldJob(circuit, log);
    const assessment = assess(predictor, job);
    return { assessment, action: planNext(predictor, job, assessment)[0]! };
  };
  const timed = Array.from({ length: draws }, () => {
    const predictor = createPredictor(circuit);
    const opened = secondsOf(() => think(predictor, events), 1);
    const { assessment, action } = think(predictor, events);
    const ahead = secondsOf(() => {
      for (const answer of likelyAnswers(action)) {
        const job = foldJob(circuit, [...events, answer]);
        const assessment = assess(predictor, job);
        for (let from: number | null = 0; from !== null;) {
          from = prepareNext(predictor, job, assessment, from);
        }
      }
    }, 1);
    const { test, state } = action;
    const bench = predictor.bench(state, drawn(assessment.suspicion.hypotheses, random));
    const value = simulateReading(bench, test, random);
    const log: readonly JobEvent[] = [
      ...events,
      { id: 'r', author: '', at: '', type: 'reading-taken', test, state, value, typed: '' },
    ];
    const after = secondsOf(() => think(predictor, log), 1);
    const fresh = createPredictor(circuit);
    think(fresh, events);
    return { opened, ahead, after, unprepared: secondsOf(() => think(fresh, log), 1) };
  });
  const figure = (words: string, of: keyof (typeof timed)[number], bar: Figure['bar'] = null): Figure => ({
    name: `${name}: ${words}`,
    value: 1000 * middle(timed.map((each) => each[of])),
    unit: 'ms of processor',
    bar,
  });
  return [
    figure('job opened', 'opened'),
    figure('thinking ahead while the probe is on its way', 'ahead'),
    figure('after one reading, suspicion and five actions', 'after', { at: 'most', value: most }),
    figure('the same, nothing thought ahead', 'unprepared'),
  ];
}
