import type { Section } from '../../src/circuit/circuit';
import { unguardedSections } from '../../src/circuit/fedSections';
import type { TerminalRef } from '../../src/circuit/terminalRef';
import { partIdOf } from '../../src/circuit/terminalRef';
import { partById } from '../../src/circuit/terminals';
import { hypothesesOf } from '../../src/faults/hypotheses';
import { burningAmps, burntShare } from '../../src/faults/rates';
import { readNotation } from '../../src/notation/readNotation';
import { library } from '../library';

const { circuit } = readNotation(
  'battery + > splice S1 > fuse 1 10A > lamp 21W > ground G1\nS1 > connector C1.1 > fuse 2 10A > motor 5A > ground G2',
);
const kindAt = (terminal: TerminalRef) => partById(circuit, partIdOf(terminal)).kind;
const kindsOf = ({ from, to }: Section) => [kindAt(from), kindAt(to)].sort().join(' – ');

test('the wires between the battery and the first fuse are unguarded, through splices and connectors', () => {
  const unguarded = unguardedSections(circuit);
  const kinds = circuit.sections.filter(({ id }) => unguarded.has(id)).map(kindsOf);
  expect(kinds.sort()).toEqual([
    'battery – splice',
    'connector – fuse',
    'connector – splice',
    'fuse – splice',
  ]);
  expect(unguardedSections(library).size).toBeGreaterThan(0);
});

test('a hard short of an unguarded wire burns, and is rarely met as anything else; one of many ohms is not rarer', () => {
  const shorts = (section: string) =>
    hypothesesOf(circuit).filter(({ suspect, name }) => suspect === section && name === 'short to ground');
  const [bare, guarded] = [
    shorts(circuit.sections.find((each) => kindsOf(each) === 'fuse – splice')!.id),
    shorts(circuit.sections.find((each) => kindsOf(each) === 'fuse – lamp')!.id),
  ];
  for (const list of [bare, guarded]) expect(list.length).toBeGreaterThan(3);
  const most = Math.max(...bare.map(({ prior }) => prior));
  for (const { fault, prior } of bare) {
    const burns = fault?.kind === 'short to ground' && 12 / fault.ohms > burningAmps;
    expect(prior / most).toBeCloseTo(burns ? burntShare : 1);
  }
  expect(new Set(guarded.map(({ prior }) => prior)).size).toBe(1);
});
