import { withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { inferPosterior } from '../../src/inference/posterior';
import { createPredictor } from '../../src/inference/predictor';
import { plain } from '../../src/inference/predictionRows';
import type { TakenReading } from '../../src/inference/takenReading';
import { instrumentById } from '../../src/instruments/instruments';
import { readNotation } from '../../src/notation/readNotation';
import { informationMeasure } from '../../src/planning/informationMeasure';
import { figuresInRows, rowFigures, spreadFamilies } from '../../src/planning/rowFigures';
import { truncatedPosterior } from '../../src/planning/truncatedPosterior';
import { entropyBits } from '../../src/statistics/entropy';
import { normalCdf } from '../../src/statistics/normal';

const { circuit } = readNotation(`battery.- > ground GB
twin left 55/60W
twin right 55/60W
battery > fuse 30 20A > left.ground
battery > fuse 31 20A > right.ground
control beam "Headlamps": off, dip, main
left.1 > splice SD
right.1 > SD
left.2 > splice SM
right.2 > SM
switch SB moves beam: 1/2 in dip, 3/2 in main
SD > connector C1.1 > SB.1
SM > C1.2 > SB.3
SB.2 > ground G1`);
const state = withControl(restingState(circuit), 'beam', 'main');
const voltmeter = instrumentById('voltmeter');
const weak: readonly TakenReading[] = ['left', 'right'].map((side) => ({
  id: side,
  test: { instrument: 'load', at: `twin-${side}~2` },
  state,
  value: { kind: 'outcome', outcome: 'weak' },
}));

/** Bits that a number would tell, read as finely as the meter shows it: over many narrow bands. */
function inNarrowBands(
  rows: ReturnType<typeof rowFigures>,
  { chances, suspectOf, suspectChances }: ReturnType<typeof truncatedPosterior>,
): number {
  const edges = Array.from({ length: 401 }, (_each, i) =>
    i === 0 ? -Infinity : i === 400 ? Infinity : -0.5 + i / 28,
  );
  const left = edges.slice(1).reduce((sum, to, i) => {
    const joint = new Float64Array(suspectChances.length);
    for (let k = 0; k < chances.length; k++) {
      const upTo = (edge: number) => normalCdf((edge - rows.mean[k]!) / rows.deviation[k]!);
      joint[suspectOf[k]!]! += chances[k]! * (upTo(to) - upTo(edges[i]!));
    }
    const mass = joint.reduce((total, each) => total + each, 0);
    return mass <= 0 ? sum : sum + mass * entropyBits(joint.map((each) => each / mass));
  }, 0);
  return entropyBits(suspectChances) - left;
}

test('volts that run from one suspect to the next without a gap tell as much as they do, at every point', () => {
  const predictor = createPredictor(circuit);
  const truncated = truncatedPosterior(predictor, inferPosterior(predictor, weak));
  const measure = informationMeasure(truncated);
  const rows = rowFigures(truncated.chances.length);
  let [told, could] = [0, 0];
  for (const at of voltmeter.targets(circuit)) {
    const predictions = predictor
      .predictions(state, { instrument: 'voltmeter', at })
      .rowsFor(truncated.asked);
    if (predictions.kind !== 'numbers') throw new Error('volts are numbers');
    figuresInRows(predictions, truncated, rows);
    spreadFamilies(truncated.families, rows);
    // A floating point shows anything: that is no number with an error.
    if (rows.special.some((each) => each !== plain)) continue;
    const table = measure.table(voltmeter, predictions);
    const bits = table === null ? 0 : measure.bits(table);
    const finely = inNarrowBands(rows, truncated);
    // Four bands, to be told by eye, are coarser than the meter.
    expect({ at, tells: bits >= 0.25 * finely }).toEqual({ at, tells: true });
    told += bits;
    could += finely;
    // A slip is allowed for, so that it is never more.
    expect(bits).toBeLessThanOrEqual(finely + 0.01);
  }
  expect(could).toBeGreaterThan(10);
  expect(told / could).toBeGreaterThan(0.65);
});
