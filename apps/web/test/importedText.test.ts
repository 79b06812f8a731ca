import { readNotation, writeNotation } from '@grim-lantern/core';
import { importedText } from '../src/circuits/importedText';
import { library } from './demo';

test('rows of a spreadsheet, JSON and circuit text all become text that reads', () => {
  const rows =
    'From\tPin\tTo\tPin 2\tColour\tSize\nBAT\t+\tF5\tfeed\tred\t4\nF5\tload\tM1\t1\tred-white\t2,5\nM1\t2\tG1\t\tbrown\t2,5\n';
  const read = importedText(rows);
  const { circuit, flaws } = readNotation(read.text ?? '');
  expect(flaws).toEqual([]);
  expect(circuit.sections.map(({ from, to, areaMm2 }) => [from, to, areaMm2])).toEqual([
    ['BAT.+', 'F5.feed', 4],
    ['F5.load', 'M1.1', 2.5],
    ['M1.2', 'G1.x', 2.5],
  ]);
  const json = importedText(JSON.stringify(library));
  expect(json.text).toBe(writeNotation(library));
  expect(importedText('battery > fuse 5 20A').text).toBe('battery > fuse 5 20A');
});

test('what cannot be taken in is told in one sentence, and gives no text', () => {
  for (const bad of ['{"format": ', '{"format":"other"}', '{'.repeat(2_000_001)]) {
    const { text, told } = importedText(bad);
    expect(text).toBeNull();
    expect(told).toMatch(/^[^.]*\S/);
  }
  expect(importedText('From,To,Remark\nF5,K1.30,look here').told).toContain('Remark');
});
