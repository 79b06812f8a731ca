import type { TruncatedPosterior } from '../../src/planning/truncatedPosterior';
import type { Choice } from '../../src/planning/lookAhead';
import { asksAnew } from '../../src/planning/variety';
import { informationMeasure } from '../../src/planning/informationMeasure';

/** Four suspects, each as likely as the others. */
const truncated: TruncatedPosterior = {
  hypotheses: Int32Array.of(0, 1, 2, 3),
  towards: Int32Array.of(0, 1, 2, 3),
  share: new Float64Array(4),
  asked: Int32Array.of(0, 1, 2, 3),
  families: Int32Array.of(0, 1, 2, 3),
  coming: new Uint8Array(4),
  gone: -1,
  ways: null,
  chances: new Float64Array(4).fill(1 / 4),
  suspects: ['W1', 'W2', 'W3', 'W4'],
  suspectOf: Int32Array.of(0, 1, 2, 3),
  suspectChances: new Float64Array(4).fill(1 / 4),
};

/** A test with two outcomes: the chance of the first under each hypothesis. */
function choice(...first: readonly number[]): Choice {
  const chances = Float64Array.from([...first, ...first.map((each) => 1 - each)]);
  return { candidate: {} as Choice['candidate'], outcomes: 2, chances };
}

const halves = choice(1, 1, 0, 0);

test('the same split by another instrument is no new question, nor is its mirror image or a blurred one', () => {
  const isNew = asksAnew(informationMeasure(truncated));
  expect(isNew(halves)).toBe(true);
  expect(isNew(choice(1, 1, 0, 0))).toBe(false);
  expect(isNew(choice(0, 0, 1, 1))).toBe(false);
  expect(isNew(choice(0.95, 0.95, 0.1, 0.1))).toBe(false);
});

test('another split is a new question, whatever has been asked; what two of them ask together is judged by each', () => {
  const isNew = asksAnew(informationMeasure(truncated));
  expect(isNew(halves)).toBe(true);
  expect(isNew(choice(1, 0, 1, 0))).toBe(true);
  expect(isNew(choice(1, 0, 0, 0))).toBe(true);
  expect(isNew(choice(1, 0, 0, 1))).toBe(true);
  expect(isNew(choice(0, 1, 0, 1))).toBe(false);
});

test('half of a finer question is none of its own', () => {
  const isNew = asksAnew(informationMeasure(truncated));
  const each: Choice = {
    ...halves,
    outcomes: 4,
    chances: Float64Array.from([1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]),
  };
  expect(isNew(each)).toBe(true);
  expect(isNew(halves)).toBe(false);
});
