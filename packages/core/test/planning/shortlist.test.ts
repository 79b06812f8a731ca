import type { Circuit } from '../../src/circuit/circuit';
import { assess } from '../../src/job/assess';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { truncatedPosterior, sampled } from '../../src/planning/truncatedPosterior';
import { usualKit } from '../../src/planning/kit';
import { scopeOf } from '../../src/planning/scope';
import type { OperatingState } from '../../src/circuit/operatingState';
import { withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { inferPosterior } from '../../src/inference/posterior';
import type { TakenReading } from '../../src/inference/takenReading';
import type { Test } from '../../src/instruments/instruments';
import { writtenCircuits } from '../session/realistic/written';
import { nextActions, shortlist } from '../atOnce';
import { informationMeasure } from '../../src/planning/informationMeasure';
import { createPredictor } from '../../src/inference/predictor';
import { fuseBlows, library, minibus, minibusEvents } from '../library';

/** What a glance may be wrong by, bits: what looks alike is weighed once. */
const approximationError = 0.02;

const jobs: readonly (readonly [name: string, circuit: Circuit, events: readonly JobEvent[]])[] = [
  ['a blown fuse', library, [fuseBlows]],
  ['a dead relay', minibus, minibusEvents],
];

test.each(jobs)(
  '%s: what is shortlisted at a glance tells what it tells when weighed by itself',
  (...job) => {
    const [, circuit, events] = job;
    const predictor = createPredictor(circuit);
    const { site } = foldJob(circuit, events);
    const believed = truncatedPosterior(predictor, assess(predictor, foldJob(circuit, events)).posterior);
    const measure = informationMeasure(sampled(predictor, believed, 32));
    const limits = { refused: [], taken: [], ...usualKit };
    const { list, behindTrim } = shortlist(measure, scopeOf(predictor, believed, site, limits), 400);
    expect(list.length).toBeGreaterThan(40);
    for (const { candidate, bits, rate } of [...list, ...behindTrim]) {
      const predictions = candidate.predictions().distinguishing(measure.truncated.asked)!;
      const table = measure.table(candidate.instrument, predictions);
      expect(Math.abs(bits - (table === null ? 0 : measure.bits(table)))).toBeLessThan(approximationError);
      expect(rate).toBeGreaterThan(0);
    }
    // Best first.
    const rates = list.map(({ rate }) => rate);
    expect([...rates].sort((one, other) => other - one)).toEqual(rates);
  },
);

test('a plan looks further while what it has found tells little: a plug to part, a lamp to fit, behind many others', () => {
  const circuit = writtenCircuits.find(({ name }) => name === 'Sensor heaters and purge valve')!;
  const predictor = createPredictor(circuit);
  const on = withControl(restingState(circuit), 'key', 'run');
  const bothOut = withCavity(withCavity(on, 'F1', { kind: 'open' }), 'F4', { kind: 'open' });
  const seen = (test: Test, state: OperatingState, outcome: string): TakenReading => ({
    ...{ id: `${test.instrument} ${test.at}`, test, state },
    value: { kind: 'outcome', outcome },
  });
  const taken = [
    seen({ instrument: 'fresh-fuse', at: 'F1' }, on, 'blows'),
    seen({ instrument: 'lamp-to-battery', at: 'F4.load' }, bothOut, 'bright'),
    ...['fuse-box', 'at-C4'].map((at) => seen({ instrument: 'look', at }, bothOut, 'nothing')),
  ];
  const posterior = inferPosterior(predictor, taken);
  const site = { state: bothOut, at: null, stripped: [] };
  const [best] = nextActions(predictor, posterior, site, { refused: [], taken, ...usualKit });
  expect(best!.bits).toBeGreaterThan(0.3);
});
