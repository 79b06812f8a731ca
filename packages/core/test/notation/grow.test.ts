import fc from 'fast-check';
import type { Circuit } from '../../src/circuit/circuit';
import { inspectCircuit, openEndsOf } from '../../src/circuit/inspectCircuit';
import { withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { TerminalRef } from '../../src/circuit/terminalRef';
import { runningLoads } from '../../src/diagnostics/survey/runningLoads';
import { createPredictor } from '../../src/inference/predictor';
import { freePins, growChoices, grownText, joinedText, nextName } from '../../src/notation/grow';
import { readNotation } from '../../src/notation/readNotation';
import { writeNotation } from '../../src/notation/writeNotation';

const start = 'battery.- > ground GB\n';
const read = (text: string): Circuit => readNotation(text).circuit;

/** Taps as a hand makes them: `kind name figure` at an end, or `= point` for what it joins. */
function grown(taps: readonly (readonly [from: TerminalRef, what: string])[]): string {
  return taps.reduce((text, [from, what]) => {
    const circuit = read(text);
    if (what.startsWith('= ')) return joinedText(text, circuit, from, what.slice(2) as TerminalRef);
    const [word = '', name = '', figure = ''] = what.split(' ');
    const next = grownText(text, circuit, { from, word, name, figure }, openEndsOf(circuit));
    if (next.kind === 'flaw') throw new Error(next.message);
    return next.text;
  }, start);
}

/** The loads that run in a position of a control. */
function running(circuit: Circuit, control: string, position: string): readonly string[] {
  const state = withControl(restingState(circuit), control, position);
  return runningLoads(createPredictor(circuit, []), state).flatMap(({ at, works }) => (works ? [at] : []));
}

test('a window motor that runs both ways is grown by its switch, which springs back', () => {
  const circuit = read(
    grown([
      ['BAT.+', 'fuse 22 25'],
      ['F22.load', 'reversing window'],
      ['reversing-window.1', 'motor window 8'],
      ['motor-window.2', '= reversing-window.2'],
      ['reversing-window.G', 'ground G1'],
    ]),
  );
  expect(inspectCircuit(circuit)).toEqual([]);
  expect(circuit.controls).toMatchObject([{ id: 'reversing-window', momentary: true }]);
  expect(['free', 'up', 'down'].map((each) => running(circuit, 'reversing-window', each))).toEqual([
    [],
    ['motor-window'],
    ['motor-window'],
  ]);
  expect(read(writeNotation(circuit))).toEqual(circuit);
});

test('two lamps of two filaments share a ground, and a module grows pins of its own', () => {
  const circuit = read(
    grown([
      ['BAT.+', 'fuse 15 10'],
      ['F15.load', 'switch lights'],
      ['switch-lights.2', 'splice S1'],
      ['S1.x', 'twin left 5/21'],
      ['twin-left.ground', 'ground G1'],
      ['S1.x', 'twin right 5/21'],
      // From the ground's side: what runs to it.
      ['G1.x', '= twin-right.ground'],
      ['BAT.+', 'fuse 12 15'],
      ['F12.load', 'module BCM.1'],
      ['BCM.9', 'ground G2'],
      ['BCM.11', 'splice S2'],
      ['S2.x', '= twin-left.2'],
      ['S2.x', '= twin-right.2'],
    ]),
  );
  expect(inspectCircuit(circuit)).toEqual([]);
  expect(circuit.parts.find(({ id }) => id === 'BCM')).toMatchObject({
    pins: [
      { pin: '1', role: 'supply' },
      { pin: '9', role: 'ground' },
      { pin: '11', role: 'high-side output' },
    ],
  });
  expect(running(circuit, 'switch-lights', 'on')).toEqual(['twin-left~1', 'twin-right~1']);
  expect(running(circuit, 'BCM-11', 'on')).toEqual(['twin-left~2', 'twin-right~2']);
});

test('whatever is tapped, in whatever order: what stood there stays as it was, and one wire more, or a sentence', () => {
  const tap = fc.record({
    choice: fc.nat(),
    at: fc.nat(),
    named: fc.boolean(),
    figure: fc.constantFrom('', '5', '12', '5/21'),
    joins: fc.boolean(),
    to: fc.nat(),
  });
  fc.assert(
    fc.property(fc.array(tap, { maxLength: 14 }), (taps) => {
      let text = start;
      let number = 0;
      for (const { choice, at, named, figure, joins, to } of taps) {
        const circuit = read(text);
        const ends = [...freePins(circuit), 'BAT.+', 'GB.x'] as readonly TerminalRef[];
        const from = ends[at % ends.length]!;
        const { word, goesBy } = growChoices[choice % growChoices.length]!;
        number++;
        const name =
          word === 'module'
            ? `M${number}.1`
            : named || goesBy === 'words'
              ? `${goesBy === 'words' ? 'x' : ''}${number}`
              : nextName(circuit, word);
        const other = ends[to % ends.length]!;
        const next =
          joins && other !== from
            ? { kind: 'grown' as const, text: joinedText(text, circuit, from, other) }
            : grownText(text, circuit, { from, word, name, figure }, openEndsOf(circuit));
        if (next.kind === 'flaw') {
          expect(next.message).toMatch(/^.{20,}[.?]$/su);
          continue;
        }
        const { circuit: after, flaws } = readNotation(next.text);
        expect({ text: next.text, flaws }).toEqual({ text: next.text, flaws: [] });
        expect(after.sections).toHaveLength(circuit.sections.length + 1);
        const ids = new Set(after.parts.map((each) => each.id));
        expect(circuit.parts.filter((each) => !ids.has(each.id))).toEqual([]);
        const wires = new Set(after.sections.map((each) => `${each.from} ${each.to}`));
        expect(circuit.sections.filter((each) => !wires.has(`${each.from} ${each.to}`))).toEqual([]);
        text = next.text;
      }
      expect(read(writeNotation(read(text)))).toEqual(read(text));
    }),
    { numRuns: 60 },
  );
});
