import type { Circuit } from '../../src/circuit/circuit';
import { assess } from '../../src/job/assess';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { beliefOf, sampled } from '../../src/plan/belief';
import { usualKit } from '../../src/plan/kit';
import { scopeOf } from '../../src/plan/scope';
import { shortlist } from '../../src/plan/shortlist';
import { scalesFor } from '../../src/plan/worth';
import { createPredictor } from '../../src/suspicion/predictor';
import { fuseBlows, library, minibus, minibusEvents } from '../library';

/** What a glance may be wrong by, bits: what looks alike is weighed once. */
const glanceError = 0.02;

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
    const believed = beliefOf(predictor, assess(predictor, foldJob(circuit, events)).suspicion);
    const scales = scalesFor(sampled(predictor, believed, 32));
    const limits = { refused: [], taken: [], ...usualKit };
    const { list, behindTrim } = shortlist(scales, scopeOf(predictor, believed, site, limits), 400);
    expect(list.length).toBeGreaterThan(40);
    for (const { candidate, bits, rate } of [...list, ...behindTrim]) {
      const column = candidate.column().telling(scales.belief.hypotheses)!;
      const table = scales.table(candidate.instrument, column);
      expect(Math.abs(bits - (table === null ? 0 : scales.bits(table)))).toBeLessThan(glanceError);
      expect(rate).toBeGreaterThan(0);
    }
    // Best first.
    const rates = list.map(({ rate }) => rate);
    expect([...rates].sort((one, other) => other - one)).toEqual(rates);
  },
);
