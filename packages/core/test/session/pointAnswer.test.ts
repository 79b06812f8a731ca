import { withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { ReadingValue } from '../../src/instruments/instrument';
import { instrumentById } from '../../src/instruments/instruments';
import type { JobEvent } from '../../src/job/events';
import { readNotation } from '../../src/notation/readNotation';
import { openCircuit } from '../../src/session/circuitSession';
import { openJob } from '../../src/session/jobSession';
import { createWorld } from '../../src/session/world';
import { seededRandom } from '../../src/statistics/seededRandom';

/** Lamps whose figures are assumed: much of what a test lamp shows there is a hint. */
const { circuit } = readNotation(
  'battery.- > ground GB\nbattery > fuse 1 15A > switch light > splice S1 > lamp left > ground G1\n' +
    'S1 > connector C1 > splice S2 > lamp right > ground G2\nS2 > radio > G2\nS1 > heater seat > G1',
);
const state = withControl(restingState(circuit), 'switch-light', 'on');
const lamp = instrumentById('lamp-to-ground');

test('what is said at a point that each outcome would leave is what entering it leaves, however often the lamp was used', () => {
  const session = openCircuit(circuit);
  const random = seededRandom(4);
  const world = createWorld(circuit, [{ kind: 'added resistance', section: 'W5', ohms: 1 }], random);
  const taken = (id: string, at: string, value: ReadingValue): JobEvent => ({
    type: 'reading-taken',
    author: '',
    at: '2026-01-01T00:00:00Z',
    typed: '',
    id,
    test: { instrument: 'lamp-to-ground', at },
    state,
    value,
  });
  const events: JobEvent[] = [{ type: 'state-set', id: 'on', author: '', at: '2026-01-01T00:00:00Z', state }];
  let compared = 0;
  const points = lamp.targets(circuit).filter((at) => !at.startsWith('BAT') && !at.startsWith('G'));
  for (const [index, at] of points.entries()) {
    const test = { instrument: 'lamp-to-ground', at } as const;
    const { foreseen } = openJob(session, events).pointAnswer(test);
    for (const { outcome, probability, leaves } of foreseen?.outcomes ?? []) {
      const [first] = leaves;
      if (outcome.kind !== 'outcome' || probability < 0.05 || first === undefined) continue;
      const value = { kind: 'outcome', outcome: outcome.id } as const;
      const after = openJob(session, [...events, taken('next', at, value)]).assessment().posterior.suspects;
      const left = after.find(({ id }) => id === first.id)?.probability ?? 0;
      compared++;
      expect({ at, outcome: outcome.id, near: Math.abs(left - first.probability) < 0.06 }).toEqual({
        at,
        outcome: outcome.id,
        near: true,
      });
    }
    events.push(taken(`r${index}`, at, world.read(state, test)));
  }
  expect(compared).toBeGreaterThan(8);
});
