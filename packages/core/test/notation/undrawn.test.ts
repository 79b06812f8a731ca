import type { FuseBox } from '../../src/circuit/boxes/fuseBox';
import { checkCircuit } from '../../src/circuit/checkCircuit';
import { inspectCircuit } from '../../src/circuit/inspectCircuit';
import { isUndrawn, undrawnName } from '../../src/circuit/undrawn';
import { readNotation } from '../../src/notation/readNotation';
import { undrawnNotation } from '../../src/notation/undrawn';
import { openCircuit } from '../../src/session/circuitSession';
import { openJob } from '../../src/session/jobSession';

const box: FuseBox = {
  name: 'Dash box',
  place: '',
  columns: 1,
  rows: 1,
  turned: 0,
  cavities: [
    {
      kind: 'fuse',
      number: '5',
      label: 'Horn',
      column: 1,
      row: 1,
      labelled: { style: 'mini blade', ratingAmps: 20 },
      fitted: null,
    },
  ],
};
const readOf = (text: string) => {
  const { circuit, flaws } = readNotation(text);
  expect(flaws).toEqual([]);
  expect(checkCircuit(circuit)).toEqual([]);
  return circuit;
};

test('what a job begins with is a circuit that can be kept: undrawn without boxes, searched with them', () => {
  for (const volts of [12, 24] as const) {
    const bare = readOf(undrawnNotation([], volts));
    expect([bare.name, bare.nominalVolts, isUndrawn(bare)]).toEqual([undrawnName, volts, true]);
    expect(isUndrawn(readOf(undrawnNotation([box], volts)))).toBe(false);
  }
});

test('once something is drawn into it, it is no longer undrawn, and wants a name of its own', () => {
  const line = 'battery > fuse 5 20A > horn 5A > ground G1\n';
  const drawn = readOf(undrawnNotation([], 12) + line);
  expect(isUndrawn(drawn)).toBe(false);
  const unnamed = (circuit: typeof drawn) =>
    inspectCircuit(circuit).filter(({ message }) => message.includes(undrawnName));
  expect(unnamed(drawn)).toHaveLength(1);
  expect(unnamed({ ...drawn, name: 'Horn' })).toEqual([]);
  expect(unnamed(readOf(undrawnNotation([], 12)))).toEqual([]);
});

test('of what is not drawn nothing is suspected, wherever a job says how it stands', () => {
  const said = (text: string) => {
    const job = openJob(openCircuit(readOf(text)));
    return [job.assessment().posterior.suspects.length > 0, /%/.test(job.dossier().handOver.join(' '))];
  };
  expect(said(undrawnNotation([], 12))).toEqual([false, false]);
  expect(said(undrawnNotation([box], 12))[0]).toBe(true);
});
