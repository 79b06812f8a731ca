import { restingState } from '../../src/circuit/restingState';
import { withApart, withControl } from '../../src/circuit/operatingState';
import { assess } from '../../src/job/assess';
import type { JobEvent, JobFact } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { readNotation } from '../../src/notation/readNotation';
import { createPredictor } from '../../src/inference/predictor';
import { hornText } from '../notation/horn';

const before = readNotation(hornText).circuit;
/** The same with a connector that the diagram did not show, and one horn that turned out not to be fitted. */
const after = readNotation(
  hornText
    .replace('K1.87 > splice S1', 'K1.87 > connector C1 > splice S1')
    .replace('S1 > horn high 5A > G1\n', '')
    .replace('button horn', 'button horn moves column')
    .replace('battery >', 'control column "Horn button": up "Up", pressed "Pressed"\nbattery >'),
).circuit;

let made = 0;
const event = (fact: JobFact): JobEvent => ({
  ...fact,
  id: `e${++made}`,
  author: 'a',
  at: '2026-11-28T08:00:00Z',
});
const read = (at: string, value: number, state = restingState(before)) =>
  event({
    type: 'reading-taken',
    test: { instrument: 'voltmeter', at },
    state,
    value: { kind: 'number', value },
    typed: `${value} V`,
  });

test('a job goes on with another drawing: what fits is weighed in its states, the rest is kept and shown', () => {
  const pressed = withApart(withControl(restingState(before), 'button-horn', 'pressed'), 'horn-high', true);
  const kept = read('F5.load', 12.5, pressed);
  const gone = read('horn-high.1', 0.1, pressed);
  const events = [kept, gone, event({ type: 'circuit-followed', circuit: 'other' })];
  const job = foldJob(after, events);
  expect(job.readings.map(({ id }) => id)).toEqual([kept.id]);
  expect(job.misfits).toEqual([gone]);
  // Its states are those of the new drawing: its control at rest, nothing apart that is not there.
  expect(job.state).toEqual(restingState(after));
  expect(() => assess(createPredictor(after), job)).not.toThrow();
});

test('without another drawing a job is what it was: nothing stands aside', () => {
  const events = [read('F5.load', 12.5), read('horn-high.1', 0.1)];
  const job = foldJob(before, events);
  expect(job.readings).toHaveLength(2);
  expect(job.misfits).toEqual([]);
});
