import { notationFromWireList, readNotation, writeNotation } from '@grim-lantern/core';
import { importedText } from '../../../src/features/circuits/importedText';
import { library } from '../../demo';

const textOf = (pasted: string) => {
  const read = importedText(pasted);
  return read.kind === 'text' ? read.text : '';
};

test('rows of a spreadsheet, JSON and circuit text all become text that reads', () => {
  const rows =
    'From\tPin\tTo\tPin 2\tColour\tSize\nBAT\t+\tF5\tfeed\tred\t4\nF5\tload\tM1\t1\tred-white\t2,5\nM1\t2\tG1\t\tbrown\t2,5\n';
  const { circuit, flaws } = readNotation(textOf(rows));
  expect(flaws).toEqual([]);
  expect(circuit.sections.map(({ from, to, areaMm2 }) => [from, to, areaMm2])).toEqual([
    ['BAT.+', 'F5.feed', 4],
    ['F5.load', 'M1.1', 2.5],
    ['M1.2', 'G1.x', 2.5],
  ]);
  expect(textOf(JSON.stringify(library))).toBe(writeNotation(library));
  expect(textOf('battery > fuse 5 20A')).toBe('battery > fuse 5 20A');
});

test('a table whose columns are not all known asks what they mean; what is chosen decides', () => {
  const read = importedText('Start;Ziel;Remark\nBAT.+;F5.feed;look here');
  expect(read.kind).toBe('table');
  if (read.kind !== 'table') return;
  const chosen = { columns: ['from', 'to', null], heading: true } as const;
  const { circuit, flaws } = readNotation(notationFromWireList(read.rows, chosen));
  expect(flaws).toEqual([]);
  expect(circuit.sections).toMatchObject([{ from: 'BAT.+', to: 'F5.feed' }]);
});

test('what cannot be taken in is told in one sentence, and gives no text', () => {
  for (const bad of ['{"format": ', '{"format":"other"}', '{'.repeat(2_000_001)]) {
    const read = importedText(bad);
    expect(read.kind).toBe('flaw');
    expect(read.kind === 'flaw' ? read.message : '').toMatch(/\S/);
  }
});
