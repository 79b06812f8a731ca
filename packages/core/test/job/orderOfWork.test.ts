import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Circuit } from '../../src/circuit/circuit';
import { restingState } from '../../src/circuit/restingState';
import { assess } from '../../src/job/assess';
import { foldJob } from '../../src/job/foldJob';
import type { JobEvent, JobFact } from '../../src/job/events';
import { workProgress, workSteps } from '../../src/job/orderOfWork';
import { createPredictor } from '../../src/inference/predictor';
import { exactWorth, worth } from '../../src/text/figures';

const demo = join(__dirname, '../../../../demo');
const json = (path: string): unknown => JSON.parse(readFileSync(join(demo, path), 'utf8'));

const circuit = json('circuits/dental-ground.json') as Circuit;
const job = json('jobs/dental-ground.json') as { readonly events: readonly JobEvent[] };
const predictor = createPredictor(circuit);
const after = (events: readonly JobEvent[]) => {
  const folded = foldJob(circuit, events);
  return workProgress(folded, assess(predictor, folded));
};

test('a job goes forward through the steps of the work, from the complaint to the proof', () => {
  const stages = job.events.map((_event, index) => after(job.events.slice(0, index + 1)));
  expect(stages[0]!.at).toBe('heard');
  expect(stages.at(-1)).toEqual({ done: new Set(workSteps), at: 'proven' });
  const places = stages.map(({ at }) => workSteps.indexOf(at));
  expect(places).toEqual([...places].sort((one, other) => one - other));
  // What is under way is never behind the job, until all of it is.
  for (const { done, at } of stages.slice(0, -1)) expect(done.has(at)).toBe(false);
});

const entry = (id: number, fact: JobFact): JobEvent => ({
  ...fact,
  id: `00000000-0000-4000-8000-${String(id).padStart(12, '0')}`,
  at: '2026-06-01T08:00:00.000Z',
  author: '00000000-0000-4000-8000-00000000000a',
});

test('one who measures at once is past seeing, though nothing is on the board', () => {
  const { done, at } = after([
    entry(1, { type: 'complaint-set', text: 'Weak.' }),
    entry(2, {
      type: 'reading-taken',
      test: { instrument: 'voltmeter', at: 'S6.x' },
      state: restingState(circuit),
      value: { kind: 'number', value: 0.01 },
      typed: '0.01',
    }),
  ]);
  expect(at).toBe('measured');
  expect([...done]).toEqual(['heard']);
});

test('what a reading tells is said in words that grow with the bits; the figure is there for who asks', () => {
  const said = [0, 0.004, 0.02, 0.2, 0.5, 0.9].map(worth);
  expect(said).toEqual([
    'tells nothing new',
    'tells nothing new',
    'tells little',
    'tells something',
    'tells much',
    'halves what is left',
  ]);
  expect(exactWorth(0.312)).toBe('0.31 bit');
});
