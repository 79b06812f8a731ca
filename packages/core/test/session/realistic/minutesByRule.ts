import type { OperatingState } from '../../../src/circuit/operatingState';
import { withCavity } from '../../../src/circuit/operatingState';
import { createPredictor } from '../../../src/inference/predictor';
import type { InstrumentId } from '../../../src/instruments/instruments';
import type { JobEvent } from '../../../src/job/events';
import { foldJob } from '../../../src/job/foldJob';
import { limiterLamp } from '../../../src/planning/kit';
import { complaintOf } from '../../../src/session/complaint';
import type { Complaint } from '../../../src/session/complaint';
import { createWorld } from '../../../src/session/world';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { byRule, faultsLeft, midpointByLength, planned, walkingTheWire } from '../../rulesOfThumb';
import { families } from './families';
import { drawFault } from './truth';

/** Of what a complaint leaves, the faults below this share are not tried. */
const least = 0.02;

/** How one who goes by rule measures: a clamp behind a limiter's lamp where a fuse blows, else volts in the state that fails. */
function byHand({ readings }: Complaint): {
  readonly state: OperatingState;
  readonly instrument: InstrumentId;
} {
  const { state, test } = readings.at(-1)!;
  return test.instrument === 'fresh-fuse'
    ? { state: withCavity(state, test.at, limiterLamp), instrument: 'clamp' }
    : { state, instrument: 'voltmeter' };
}

/**
 * Minutes on a circuit of a family with a complaint of its own, over every fault that this leaves: as planned, by the midpoint of
 * the length that is left, and along the wire.
 */
export function minutesByRule(seed: number) {
  const random = seededRandom(5000 + seed);
  const family = families[seed % families.length]!;
  for (;;) {
    const circuit = family.draw(random);
    const hidden = drawFault(circuit, random);
    const complaint = complaintOf(createWorld(circuit, [hidden.fault], random));
    if (complaint === null) continue;
    const events = complaint.readings.map(({ state, test, value }, index): JobEvent => ({
      ...{ type: 'reading-taken', id: `r${index}`, author: '', at: '2026-01-01T00:00:00Z', typed: '' },
      ...{ told: true, test, state, value },
    }));
    const predictor = createPredictor(circuit);
    const faults = faultsLeft(predictor, events, least);
    if (faults.length < 2) continue;
    const { site } = foldJob(circuit, events);
    const { state, instrument } = byHand(complaint);
    const by = (rule: ReturnType<typeof walkingTheWire>) =>
      byRule(predictor, faults, site, state, instrument, rule);
    return {
      planned: planned(predictor, events, faults).minutes,
      midpoint: by(midpointByLength(predictor)),
      walk: by(walkingTheWire(predictor)),
    };
  }
}
