import type { Circuit } from '../../../src/circuit/circuit';
import type { OperatingState } from '../../../src/circuit/operatingState';
import { withControl } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import type { JobEvent } from '../../../src/job/events';
import { foldJob } from '../../../src/job/foldJob';
import { createPredictor } from '../../../src/inference/predictor';
import { fedWhen, fuseChecks } from '../../../src/diagnostics/survey/fuseCheck';
import { bladeFuse, common, lamp, smallCircuit } from '../../smallCircuit';

const control = (id: string, positions: readonly string[]) => ({
  id,
  name: id,
  minutes: 0.1,
  positions: positions.map((each) => ({ id: each, name: each })),
});

/** Fuse B always fed, R in run and start, C only while cranking; a door that feeds nothing. */
const circuit: Circuit = smallCircuit(
  [
    { ...common('BUS'), kind: 'splice' },
    {
      ...common('IG'),
      kind: 'switch',
      control: 'key',
      legs: [
        { a: 'B', b: 'R', closedIn: ['run', 'start'] },
        { a: 'B', b: 'C', closedIn: ['start'] },
      ],
    },
    bladeFuse('B', 10),
    bladeFuse('R', 10),
    bladeFuse('C', 10),
    lamp('LB', 5),
    lamp('LR', 5),
    lamp('LC', 5),
  ],
  [
    ['BAT.+', 'BUS.x'],
    ['BUS.x', 'B.feed'],
    ['BUS.x', 'IG.B'],
    ['IG.R', 'R.feed'],
    ['IG.C', 'C.feed'],
    ['B.load', 'LB.1'],
    ['R.load', 'LR.1'],
    ['C.load', 'LC.1'],
    ['LB.2', 'G.x'],
    ['LR.2', 'G.x'],
    ['LC.2', 'G.x'],
  ],
  { controls: [control('key', ['off', 'run', 'start']), control('door', ['shut', 'open'])] },
);
const healthy = createPredictor(circuit, []);
const rest = restingState(circuit);
const cranking = withControl(rest, 'key', 'start');

test('each fuse is fed in the positions that the circuit says, and only the key changes that', () => {
  const tables = fedWhen(healthy, rest);
  const { positions, fuses } = tables[0]!;
  expect(positions.map(({ id }) => id)).toEqual(['off', 'run', 'start']);
  expect(fuses.map(({ fuse, fed }) => [fuse.id, ...fed])).toEqual([
    ['B', true, true, true],
    ['R', false, true, true],
    ['C', false, false, true],
  ]);
  expect(tables.map(({ control }) => control)).toEqual(['key']);
});

describe('a fuse checked leg by leg', () => {
  let count = 0;
  const lampOn = (at: string, outcome: string, state: OperatingState): JobEvent => ({
    id: `l${count++}`,
    author: '',
    at: '2026-11-25T08:00:00.000Z',
    type: 'reading-taken',
    test: { instrument: 'lamp-to-ground', at },
    state,
    value: { kind: 'outcome', outcome },
    typed: '',
  });
  /** The verdict on a fuse with its two legs as seen in a state; the job stands in that state. */
  const verdict = (fuse: string, state: OperatingState, feed: string | null, load: string | null) => {
    const events: JobEvent[] = [{ ...lampOn('', '', state), type: 'state-set', state }];
    if (feed !== null) events.push(lampOn(`${fuse}.feed`, feed, state));
    if (load !== null) events.push(lampOn(`${fuse}.load`, load, state));
    return fuseChecks(healthy, foldJob(circuit, events)).find((each) => each.fuse.id === fuse)!.verdict;
  };

  test('says good, open, poor seat, no feed, fed from behind; and nothing from one leg alone', () => {
    expect(verdict('B', rest, 'bright', 'bright')).toBe('good');
    expect(verdict('B', rest, 'bright', 'dark')).toBe('open');
    expect(verdict('B', rest, 'bright', 'dim')).toBe('poor seat or weak feed');
    expect(verdict('B', rest, 'dark', 'dark')).toBe('no feed');
    expect(verdict('B', rest, 'dark', 'bright')).toBe('fed from behind');
    expect(verdict('B', rest, 'bright', null)).toBe('not read');
    expect(verdict('B', rest, null, 'dark')).toBe('not read');
  });

  test('does not call a fuse bad that is fed only while cranking', () => {
    expect(verdict('C', rest, 'dark', 'dark')).toBe('not fed in this state');
    expect(verdict('C', cranking, 'bright', 'bright')).toBe('good');
    expect(verdict('C', cranking, 'bright', 'dark')).toBe('open');
    expect(verdict('C', cranking, 'dark', 'dark')).toBe('no feed');
  });
});
