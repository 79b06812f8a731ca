import { inspectCircuit } from '../src/circuit/inspectCircuit';
import { readNotation } from '../src/notation/readNotation';
import { writeNotation } from '../src/notation/writeNotation';
import type { Figure } from './figure';
import { secondsOf } from './figure';

/** A drawing of so many lines, each a fuse with a lamp behind a splice. */
function drawing(lines: number): string {
  const paths = Array.from(
    { length: lines },
    (_none, i) =>
      `battery > fuse ${i + 1} 10A > (0.75 2m red) splice S${i} > lamp l${i} 5W > ground G${i % 7}`,
  );
  return ['battery.- > ground GB', ...paths].join('\n');
}

/** A text of 500 lines and a circuit of 500 sections: read, checked, written; the median of many times, as while one types. */
export default function notation(): readonly Figure[] {
  const long = Array.from({ length: 500 }, (_none, i) => `S${i} > (0.75 2m red) splice S${i + 1}`);
  const text = ['battery > fuse 1 10A > splice S0', ...long].join('\n');
  const { circuit } = readNotation(drawing(125));
  const milliseconds = (work: () => void) => 1000 * secondsOf(work, 31);
  return [
    {
      name: '500 lines of notation read',
      value: milliseconds(() => void readNotation(text)),
      unit: 'ms',
      bar: { at: 'most', value: 30 },
    },
    {
      name: `a drawing of ${circuit.sections.length} sections checked`,
      value: milliseconds(() => void inspectCircuit(circuit)),
      unit: 'ms',
      bar: { at: 'most', value: 200 },
    },
    {
      name: `a drawing of ${circuit.sections.length} sections written as text`,
      value: milliseconds(() => void writeNotation(circuit)),
      unit: 'ms',
      bar: null,
    },
  ];
}
