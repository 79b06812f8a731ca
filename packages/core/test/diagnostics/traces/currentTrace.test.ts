import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Circuit } from '../../../src/circuit/circuit';
import { withControl } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import type { Hypothesis } from '../../../src/faults/hypotheses';
import { hypothesesOf } from '../../../src/faults/hypotheses';
import { traceOutcome } from '../../../src/instruments/currentTrace';
import type { Wrong } from '../../../src/diagnostics/traces/circuitRecording';
import { circuitRecording, expectedAmps } from '../../../src/diagnostics/traces/circuitRecording';
import { drivenPoints } from '../../../src/diagnostics/traces/drivenPoints';
import { createPredictor } from '../../../src/inference/predictor';
import { inferPosterior } from '../../../src/inference/posterior';

const circuit = JSON.parse(
  readFileSync(join(__dirname, '../../../../../demo/circuits/hatchback-fan.json'), 'utf8'),
) as Circuit;
const running = withControl(withControl(restingState(circuit), 'key', 'run'), 'coolant', 'hot');
const wrongOf = (suspect: string, kind: RegExp): Hypothesis =>
  hypothesesOf(circuit).find((each) => each.suspect === suspect && kind.test(each.name))!;

test('the fan draws about 11 A when healthy: 12.6 V over 1.12 Ω and what the wires take', () => {
  expect(expectedAmps(circuit, running, 'F30')).toBeGreaterThan(10);
  expect(expectedAmps(circuit, running, 'F30')).toBeLessThan(11.3);
});

test('a recorder sees of each fault what the circuit then draws', () => {
  const kindWith = (wrong: Wrong | null, comesAndGoes = false) =>
    circuitRecording(circuit, running, wrong, 'F30', 20, comesAndGoes).kind;
  expect(kindWith(null)).toBe('healthy');
  expect(kindWith(wrongOf('FAN', /drags/))).toBe('draws too much');
  expect(kindWith(wrongOf('W13', /open/))).toBe('nothing flows');
  expect(kindWith(wrongOf('W13', /open/), true)).toBe('contact bounces');
  expect(kindWith(wrongOf('FAN', /winding partly shorted/))).toBe('starts high and climbs');
  expect(
    kindWith({
      name: 'short to ground',
      fault: { kind: 'short to ground', section: 'W13', ohms: 0.02, position: 0.5 },
    }),
  ).toBe('short in an instant');
});

test('a recording that draws too much, as evidence: the fan is suspected, the wires to it are not', () => {
  const predictor = createPredictor(circuit);
  const reading = {
    id: 'r',
    test: { instrument: 'trace', at: 'F30' } as const,
    state: running,
    value: { kind: 'outcome', outcome: traceOutcome('draws too much') } as const,
  };
  const { suspects } = inferPosterior(predictor, [reading]);
  expect(suspects[0]?.id).toBe('FAN');
  expect(suspects.find(({ id }) => id === 'W3')?.probability ?? 0).toBeLessThan(0.01);
  // Nothing flows: an open, not a short.
  const none = { ...reading, value: { kind: 'outcome', outcome: traceOutcome('nothing flows') } as const };
  const kinds = inferPosterior(predictor, [none]).suspects[0]?.kinds.map(({ name }) => name) ?? [];
  expect(kinds[0]).not.toMatch(/drags|short to ground/);
});

describe('the low level of a recorded voltage', () => {
  const points = drivenPoints(circuit, running);

  test('belongs to a point that a healthy circuit holds low while current flows there', () => {
    expect(points).toEqual(expect.arrayContaining(['EM.41', 'K7.coilCommand']));
    for (const high of ['K7.coilFeed', 'K7.normallyOpen', 'FAN.1'] as const)
      expect(points).not.toContain(high);
    expect(drivenPoints(circuit, restingState(circuit))).toEqual([]);
  });

  test('speaks for ohms in the path to ground where it does not come down', () => {
    const ohmic = (volts: number) => {
      const low = {
        id: 'v',
        test: { instrument: 'voltmeter', at: 'EM.41' } as const,
        state: running,
        value: { kind: 'number', value: volts } as const,
      };
      return inferPosterior(createPredictor(circuit), [low])
        .suspects.flatMap(({ kinds }) => kinds)
        .filter(({ name }) => /^(weak ground|added resistance)$/.test(name))
        .reduce((sum, { probability }) => sum + probability, 0);
    };
    expect(ohmic(1.2)).toBeGreaterThan(3 * ohmic(0.05));
  });
});
