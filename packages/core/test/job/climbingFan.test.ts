import document from '../../../../demo/circuits/hatchback-fan.json';
import job from '../../../../demo/jobs/hatchback-fan.json';
import type { Circuit } from '../../src/circuit/circuit';
import type { Fault } from '../../src/faults/fault';
import { predictOn } from '../../src/instruments/instrument';
import { instrumentById } from '../../src/instruments/instruments';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { solveTogether } from '../../src/solver/stateSolver';
import { createPredictor } from '../../src/inference/predictor';
import { likeliestReading } from '../likeliestReading';
import { playJob } from '../playJob';

test('a recording that climbs is followed to the dragging fan in a few readings, none of them repeated in vain', () => {
  const circuit = document as unknown as Circuit;
  const events = job.events as unknown as readonly JobEvent[];
  const drags: Fault = {
    kind: 'part',
    part: 'FAN',
    effect: { kind: 'bridge', role: 'element', ohms: 1.12 / 0.7, works: 0.8 },
  };
  const climbing: JobEvent = {
    id: 'trace',
    author: '',
    at: '2026-01-01T00:00:00Z',
    type: 'reading-taken',
    test: { instrument: 'trace', at: 'F30' },
    state: foldJob(circuit, events).state,
    value: { kind: 'outcome', outcome: 'starts-high-and-climbs' },
    typed: '',
  };
  const { suspect, isolated, readings } = playJob(
    createPredictor(circuit),
    [...events, climbing],
    (test, state) => {
      const solution = solveTogether(circuit, state, [drags]);
      return likeliestReading(
        test,
        predictOn(instrumentById(test.instrument), { circuit, state, solution }, test.at),
      );
    },
    12,
  );
  expect({ suspect, isolated }).toEqual({ suspect: 'FAN', isolated: true });
  expect(readings).toBeLessThanOrEqual(8);
});
