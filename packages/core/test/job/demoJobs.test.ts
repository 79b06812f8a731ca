import { proofPairs } from '../../src/job/proof';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Circuit } from '../../src/circuit/circuit';
import { assess } from '../../src/job/assess';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { outOfOrder } from '../../src/job/order';
import { createPredictor } from '../../src/inference/predictor';

const demo = join(__dirname, '../../../../demo');
const read = <T>(file: string): T => JSON.parse(readFileSync(join(demo, file), 'utf8')) as T;
const { circuits } = read<{ circuits: { id: string; file: string }[] }>('workshop.json');
const jobs = readdirSync(join(demo, 'jobs')).map((file) =>
  read<{ title: string; circuitId: string; events: JobEvent[] }>(join('jobs', file)),
);

describe.each(jobs)('the demo job “$title”', ({ circuitId, events }) => {
  const circuit = read<Circuit>(join('circuits', circuits.find(({ id }) => id === circuitId)!.file));

  test('has no reading that the circuit contradicts, and keeps the order of work', () => {
    events.forEach((event, index) => {
      expect(outOfOrder(circuit, foldJob(circuit, events.slice(0, index)), event)).toBeNull();
    });
    const { posterior } = assess(createPredictor(circuit), foldJob(circuit, events));
    expect(posterior.likelyMistake).toBeNull();
    for (const { outlierProbability } of posterior.effects) expect(outlierProbability).toBeLessThan(0.5);
  });
});

test('the six jobs stand in different stages', () => {
  const stages = jobs.map(({ circuitId, events }) => {
    const circuit = read<Circuit>(join('circuits', circuits.find(({ id }) => id === circuitId)!.file));
    return foldJob(circuit, events).stage;
  });
  expect(stages).toHaveLength(6);
  expect(new Set(stages)).toEqual(new Set(['searching', 'waiting for the customer', 'proven']));
});

test('weak before and working now proves a repair, as much as the number beside it', () => {
  const { circuitId, events } = jobs.find(({ title }) => title.startsWith('Steriliser'))!;
  const circuit = read<Circuit>(join('circuits', circuits.find(({ id }) => id === circuitId)!.file));
  const healthy = createPredictor(circuit, []);
  const pairs = proofPairs(healthy, foldJob(circuit, events));
  expect(pairs.map(({ before, after, proves }) => [before.value, after.value, proves])).toEqual([
    [expect.objectContaining({ kind: 'number' }), expect.objectContaining({ kind: 'number' }), true],
    [{ kind: 'outcome', outcome: 'weak' }, { kind: 'outcome', outcome: 'works' }, true],
  ]);
  // The other way round it is no proof, nor is what is still weak.
  const turned = events.map((event) =>
    event.type === 'reading-taken' && event.value.kind === 'outcome' && event.value.outcome === 'works'
      ? { ...event, value: { kind: 'outcome', outcome: 'weak' } as const }
      : event,
  );
  expect(proofPairs(healthy, foldJob(circuit, turned)).filter(({ proves }) => proves)).toHaveLength(1);
});
