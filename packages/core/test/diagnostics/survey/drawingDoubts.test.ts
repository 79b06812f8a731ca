import fc from 'fast-check';
import type { Circuit } from '../../../src/circuit/circuit';
import type { OperatingState } from '../../../src/circuit/operatingState';
import { withControl } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import { drawingDoubts } from '../../../src/diagnostics/survey/drawingDoubts';
import { readNotation } from '../../../src/notation/readNotation';
import { starters } from '../../../src/notation/starters';
import { solveTogether } from '../../../src/solver/stateSolver';
import { instrumentById } from '../../../src/instruments/instruments';
import { predictOn } from '../../../src/instruments/instrument';

const drawings = starters.map(
  ({ fields, text }) =>
    readNotation(text(Object.fromEntries(fields.map(({ id, usual }) => [id, usual])))).circuit,
);
/** At rest, and with each control moved by itself. */
const statesOf = (circuit: Circuit): readonly OperatingState[] => {
  const rest = restingState(circuit);
  return [
    rest,
    ...circuit.controls.flatMap(({ id, positions }) =>
      positions.map((each) => withControl(rest, id, each.id)),
    ),
  ];
};
/** What somebody sees at the real vehicle, solved the plain way. */
const seenOf = (real: Circuit, states: readonly OperatingState[]) =>
  states.map((state) => {
    const watch = instrumentById('load');
    const solved = { circuit: real, state, solution: solveTogether(real, state, []) };
    const works = watch.targets(real).map((at) => {
      const shown = predictOn(watch, solved, at);
      return [at, shown.kind === 'outcomes' && (shown.chances[2] ?? 0) > 0.5] as const;
    });
    return { state, works: Object.fromEntries(works) };
  });

test('a drawing that does what was seen is not doubted', () => {
  for (const circuit of drawings)
    expect(drawingDoubts(circuit, seenOf(circuit, statesOf(circuit)))).toBeNull();
});

test('a switch that was drawn closing elsewhere is found, and the drawing put right does what was seen', () => {
  let told = 0;
  fc.assert(
    fc.property(fc.constantFrom(...drawings), fc.nat(), (real, pick) => {
      const switches = real.parts.filter(({ kind }) => kind === 'switch');
      const part = switches[pick % Math.max(1, switches.length)];
      if (part?.kind !== 'switch') return;
      const control = real.controls.find(({ id }) => id === part.control)!;
      const [leg, ...others] = part.legs;
      const opposite = control.positions.map(({ id }) => id).filter((id) => !leg!.closedIn.includes(id));
      const wrong = { ...part, legs: [{ ...leg!, closedIn: opposite }, ...others] };
      const drawn = { ...real, parts: real.parts.map((each) => (each.id === part.id ? wrong : each)) };
      const seen = seenOf(real, statesOf(real));
      const doubts = drawingDoubts(drawn, seen);
      // Where no load shows it, there is nothing to find.
      if (doubts === null) return;
      told++;
      expect(doubts.some(({ at }) => at === part.id)).toBe(true);
      for (const { circuit } of doubts) {
        for (const [index, { works }] of seenOf(circuit, statesOf(real)).entries()) {
          expect(works).toEqual(seen[index]!.works);
        }
      }
    }),
    { numRuns: 20 },
  );
  expect(told).toBeGreaterThan(5);
});

test('a wire on another fuse, another pin, or that is not there: each is named in words of the drawing', () => {
  const lines = (feed: string) => `
battery.- > ground GB
battery > fuse 5 10A "lamps"
battery > fuse 6 10A "horn"
${feed} > lamp left 21W > ground G1
F5 > lamp right 21W > ground G2
F6 > switch ring > horn 5A > ground G3`;
  const read = (text: string) => readNotation(text).circuit;
  const real = read(lines('F5'));
  const drawn = read(lines('F6'));
  const messages = (circuit: Circuit, truth: Circuit, states: readonly OperatingState[]) =>
    (drawingDoubts(circuit, seenOf(truth, states)) ?? []).map(({ message }) => message);
  // With fuse 5 out the left lamp is dead on the real one; as drawn it would burn.
  const pulled = { ...restingState(real), cavities: { F5: { kind: 'open' as const } } };
  const told = messages(drawn, real, [restingState(real), pulled]);
  expect(told.some((message) => /left.*Fuse 5|Fuse 5.*left/i.test(message))).toBe(true);
  const cut = { ...real, sections: real.sections.filter(({ to }) => !to.startsWith('lamp-right')) };
  const missing = messages(real, cut, [restingState(real)]);
  expect(missing.some((message) => message.endsWith('is not there.'))).toBe(true);
});
