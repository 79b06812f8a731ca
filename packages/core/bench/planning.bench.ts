import type { Circuit } from '../src/circuit/circuit';
import { restingState } from '../src/circuit/restingState';
import type { JobEvent } from '../src/job/events';
import { likelyAnswers } from '../src/job/likelyAnswers';
import { simulateReading } from '../src/job/simulateReading';
import { openCircuit } from '../src/session/circuitSession';
import type { JobSession } from '../src/session/jobSession';
import { openJob } from '../src/session/jobSession';
import { seededRandom } from '../src/statistics/seededRandom';
import { generatedHarness } from '../test/generatedHarness';
import { fuseBlows, library, minibus, minibusEvents } from '../test/library';
import { drawn } from '../test/simulatedJobs';
import type { Figure } from './figure';
import { middle, secondsOf } from './figure';

/**
 * What the new posterior and the next five actions cost: when a job is opened, and after the reading that was asked
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
  const first = (job: JobSession) => job.plan()[0]!;
  const timed = Array.from({ length: draws }, () => {
    const session = openCircuit(circuit);
    const job = openJob(session, events);
    const opened = secondsOf(() => first(job), 1);
    const action = first(job);
    const ahead = secondsOf(() => {
      for (const answer of likelyAnswers(action)) {
        while (job.prepare(answer));
      }
    }, 1);
    const { test, state } = action;
    const { hypotheses } = job.assessment().posterior;
    const value = simulateReading(session.predictor.solved(state, drawn(hypotheses, random)), test, random);
    const reading: JobEvent = {
      ...{ id: 'r', author: '', at: '' },
      ...{ type: 'reading-taken', test, state, value, typed: '' },
    };
    const takeOn = (asked: JobSession) =>
      secondsOf(() => {
        asked.replaceFrom(events.length, [reading]);
        first(asked);
      }, 1);
    const after = takeOn(job);
    const fresh = openJob(openCircuit(circuit), events);
    first(fresh);
    return { opened, ahead, after, unprepared: takeOn(fresh) };
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
