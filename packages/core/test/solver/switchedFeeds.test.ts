import { withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { Fault } from '../../src/faults/fault';
import type { Part } from '../../src/circuit/parts/part';
import { bladeFuse, common, lamp, moduleWith, shows, smallCircuit, solved } from '../smallCircuit';

test('a motor turns the other way when its switch crosses its wires', () => {
  const crossing: Part = {
    ...common('SW'),
    kind: 'switch',
    control: 'window',
    legs: [
      { a: 'plus', b: 'x', closedIn: ['up'] },
      { a: 'minus', b: 'y', closedIn: ['up'] },
      { a: 'plus', b: 'y', closedIn: ['down'] },
      { a: 'minus', b: 'x', closedIn: ['down'] },
    ],
  };
  const circuit = smallCircuit(
    [crossing, { ...common('MO'), kind: 'motor', ohms: 6 }],
    [
      ['BAT.+', 'SW.plus'],
      ['SW.minus', 'G.x'],
      ['SW.x', 'MO.1'],
      ['SW.y', 'MO.2'],
    ],
    {
      controls: [
        {
          id: 'window',
          name: 'Window',
          minutes: 0.1,
          positions: ['off', 'up', 'down'].map((id) => ({ id, name: id })),
        },
      ],
    },
  );
  const at = (position: string) => withControl(restingState(circuit), 'window', position);
  const [up, down] = (['up', 'down'] as const).map((each) =>
    solved(circuit, at(each)).across('MO.1', 'MO.2'),
  );
  expect(up).toBeGreaterThan(11);
  expect(down).toBeCloseTo(-up!, 9);
  expect(shows(circuit, at('down'), 'load', 'MO')).toBe('Works');
  expect(shows(circuit, at('off'), 'load', 'MO')).toBe('Dead');
});

test('a signal wire that touches a fed one is live until the fuse of that one is pulled', () => {
  const module = moduleWith({ pin: '3', role: 'input', pull: 'down', pullOhms: 10_000 });
  const fuses = ['F1', 'F2', 'F3'];
  const circuit = smallCircuit(
    [
      { ...common('BUS'), kind: 'splice' },
      ...fuses.map((id) => bladeFuse(id, 10)),
      module,
      lamp('L2', 5),
      lamp('L3', 5),
      { ...common('SW'), kind: 'switch', control: 'door', legs: [{ a: '1', b: '2', closedIn: ['open'] }] },
    ],
    [
      ['BAT.+', 'BUS.x'],
      ['BUS.x', 'F1.feed'],
      ['BUS.x', 'F2.feed'],
      ['BUS.x', 'F3.feed'],
      ['F1.load', 'M.1'],
      ['M.2', 'G.x'],
      ['F2.load', 'L2.1'],
      ['F3.load', 'L3.1'],
      ['SW.2', 'M.3'],
      ['BUS.x', 'SW.1'],
    ],
    {
      controls: [
        {
          id: 'door',
          name: 'Door',
          minutes: 0.1,
          positions: ['shut', 'open'].map((id) => ({ id, name: id })),
        },
      ],
    },
  );
  const touching: Fault = { kind: 'short to wire', section: 'W7', other: 'W8', ohms: 0.1 };
  const pulled = (fuse: string | null) =>
    fuse === null ? restingState(circuit) : withCavity(restingState(circuit), fuse, { kind: 'open' });
  const reads = (fuse: string | null, fault: Fault | null) =>
    shows(circuit, pulled(fuse), 'live-data', 'M.3', fault);
  expect(reads(null, null)).toBe('Reads low');
  expect(['F2', 'F3', null].map((fuse) => reads(fuse, touching))).toEqual([
    'Reads high',
    'Reads low',
    'Reads high',
  ]);
  expect(shows(circuit, pulled(null), 'logic-tester', 'M.3', touching)).toBe('High (supply)');
  // What the module's own pull lets through: next to nothing.
  expect(shows(circuit, pulled('F3'), 'voltmeter', 'M.3', touching)).toBe('0 V');
});

test('a switch with legs from two fuses still works in some positions with one fuse open', () => {
  const circuit = smallCircuit(
    [
      { ...common('BUS'), kind: 'splice' },
      bladeFuse('F1', 10),
      bladeFuse('F2', 10),
      {
        ...common('IG'),
        kind: 'switch',
        control: 'key',
        legs: [
          { a: 'B1', b: 'ACC', closedIn: ['accessory', 'run'] },
          { a: 'B2', b: 'IG', closedIn: ['run', 'start'] },
        ],
      },
      lamp('LA', 5),
      lamp('LI', 5),
    ],
    [
      ['BAT.+', 'BUS.x'],
      ['BUS.x', 'F1.feed'],
      ['BUS.x', 'F2.feed'],
      ['F1.load', 'IG.B1'],
      ['F2.load', 'IG.B2'],
      ['IG.ACC', 'LA.1'],
      ['IG.IG', 'LI.1'],
      ['LA.2', 'G.x'],
      ['LI.2', 'G.x'],
    ],
    {
      controls: [
        {
          id: 'key',
          name: 'Key',
          minutes: 0.1,
          positions: ['off', 'accessory', 'run', 'start'].map((id) => ({ id, name: id })),
        },
      ],
    },
  );
  const works = (position: string) =>
    ['LA', 'LI'].map((at) =>
      shows(
        circuit,
        withCavity(withControl(restingState(circuit), 'key', position), 'F2', { kind: 'open' }),
        'load',
        at,
      ),
    );
  expect(works('accessory')).toEqual(['Works', 'Dead']);
  expect(works('run')).toEqual(['Works', 'Dead']);
  expect(works('start')).toEqual(['Dead', 'Dead']);
});
