import type { Circuit } from '../src/circuit/circuit';
import { restingState } from '../src/circuit/restingState';
import { assess, planNext } from '../src/job/assess';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import type { Predictor } from '../src/suspicion/predictor';
import { createPredictor } from '../src/suspicion/predictor';
import { generatedHarness } from '../test/generatedHarness';
import { fuseBlows, library, minibus, minibusEvents } from '../test/library';
import { likeliestReading } from '../test/likeliestReading';
import type { Figure } from './figure';
import { secondsOf } from './figure';

/** What the new suspicion and the next five actions cost: when a job is opened, and after its first reading. */
export default function planning(): readonly Figure[] {
  const harness = generatedHarness(500);
  const fuse: JobEvent = {
    ...fuseBlows,
    test: { instrument: 'fresh-fuse', at: 'F3' },
    state: restingState(harness),
  };
  return [
    ...figuresOf('fuse 17', library, [fuseBlows], 30),
    ...figuresOf('ramp relay', minibus, minibusEvents, 30),
    ...figuresOf('500 sections', harness, [fuse], 150),
  ];
}

function figuresOf(
  name: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  most: number,
): readonly Figure[] {
  const think = (predictor: Predictor, log: readonly JobEvent[]) => {
    const job = foldJob(circuit, log);
    const assessment = assess(predictor, job);
    return planNext(predictor, job, assessment)[0];
  };
  let predictor = createPredictor(circuit);
  let log = events;
  const opened = secondsOf(() => {
    predictor = createPredictor(circuit);
    const action = think(predictor, events)!;
    // The reading that the likeliest suspect would give.
    const { suspicion } = assess(predictor, foldJob(circuit, events));
    const fault = suspicion.hypotheses.indexOf(Math.max(...suspicion.hypotheses));
    const value = likeliestReading(action.test, predictor.predict(action.state, action.test, fault));
    const { test, state } = action;
    log = [...events, { id: 'r', author: '', at: '', type: 'reading-taken', test, state, value, typed: '' }];
  }, 3);
  const after = secondsOf(() => think(predictor, log), 1);
  const again = secondsOf(() => think(predictor, log), 5);
  return [
    { name: `${name}: job opened, ms of processor`, value: opened * 1000, unit: 'ms', bar: null },
    {
      name: `${name}: after one reading, suspicion and five actions`,
      value: after * 1000,
      unit: 'ms of processor',
      bar: { at: 'most', value: most },
    },
    {
      name: `${name}: the same, all states met before`,
      value: again * 1000,
      unit: 'ms of processor',
      bar: null,
    },
  ];
}
