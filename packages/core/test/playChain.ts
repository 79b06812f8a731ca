import { withApart, withCavity } from '../src/circuit/operatingState';
import { restingState } from '../src/circuit/restingState';
import type { Fault } from '../src/faults/fault';
import type { Hypothesis } from '../src/faults/hypotheses';
import type { ReadingValue } from '../src/instruments/instrument';
import type { InstrumentId } from '../src/instruments/instruments';
import { allInstruments } from '../src/instruments/instruments';
import { isolatedFrom } from '../src/job/assess';
import { limiterLamp } from '../src/planning/kit';
import { nextActions } from './atOnce';
import type { TakenReading } from '../src/inference/takenReading';
import { createPredictor } from '../src/inference/predictor';
import { inferPosterior } from '../src/inference/posterior';
import { bareChain } from './bareChain';
import { likeliestReading } from './likeliestReading';

/** Share of slips where the readings are played without any. */
export const hardlyAny = 0.001;

/** Every instrument but one: what is not to hand. */
export const allBut = (kept: InstrumentId) => allInstruments.map(({ id }) => id).filter((id) => id !== kept);

/**
 * Plays every fault of a bare chain at once: each plan is made once, and followed down both of its outcomes.
 * @returns the most readings that any fault needed, and how many faults ended on the right section
 */
export function playChain(count: number, kind: 'open' | 'short to ground', instrument: InstrumentId) {
  const circuit = bareChain(count);
  const hypotheses = Array.from({ length: count }, (_each, i): Hypothesis => {
    const section = `W${i + 1}`;
    const fault: Fault = kind === 'open' ? { kind, section } : { kind, section, ohms: 0.1, position: 0.5 };
    return { suspect: section, name: kind, fault, prior: 1 / count, mayComeAndGo: false, family: i };
  });
  const predictor = createPredictor(circuit, hypotheses);
  const rest = restingState(circuit);
  // Behind the limiter, the lamp at the end is unplugged: what passes a clamp is then the short's alone.
  const state = kind === 'open' ? rest : withApart(withCavity(rest, 'F', limiterLamp), 'L', true);
  let most = 0;
  let right = 0;
  const descend = (faults: readonly number[], taken: readonly TakenReading[]) => {
    // Nobody slips here, and nobody is thought to: what is asked is how the plan halves.
    const posterior = inferPosterior(predictor, taken, { outlierShare: hardlyAny });
    const top = posterior.suspects[0]!;
    if (top.probability >= isolatedFrom) {
      most = Math.max(most, taken.length);
      right += faults.filter((fault) => hypotheses[fault]!.suspect === top.id).length;
      return;
    }
    const limits = { refused: [], without: allBut(instrument), taken };
    const [action] = nextActions(predictor, posterior, { state, at: null, stripped: [] }, limits, 1);
    if (action === undefined) throw new Error(`no action left for faults ${faults.join(', ')}`);
    const byOutcome = new Map<string, number[]>();
    for (const fault of faults) {
      const value = likeliestReading(action.test, predictor.predict(action.state, action.test, fault));
      const outcome = value.kind === 'outcome' ? value.outcome : '';
      byOutcome.set(outcome, [...(byOutcome.get(outcome) ?? []), fault]);
    }
    for (const [outcome, left] of byOutcome) {
      const value: ReadingValue = { kind: 'outcome', outcome };
      descend(left, [...taken, { id: `${taken.length}`, test: action.test, state: action.state, value }]);
    }
  };
  descend([...hypotheses.keys()], []);
  return { most, right };
}
