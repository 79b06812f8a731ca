import { restingState } from '../../src/circuit/restingState';
import { withApart, withCavity } from '../../src/circuit/operatingState';
import type { Fault } from '../../src/faults/fault';
import type { Hypothesis } from '../../src/faults/hypotheses';
import type { InstrumentId, ReadingValue } from '../../src/instruments/instrument';
import { allInstruments } from '../../src/instruments/instruments';
import { isolatedFrom } from '../../src/job/assess';
import { nextActions } from '../../src/plan/nextActions';
import { limiterLamp } from '../../src/plan/candidateStates';
import type { TakenReading } from '../../src/suspicion/likelihood';
import { createPredictor } from '../../src/suspicion/predictor';
import { suspicionOf } from '../../src/suspicion/suspicion';
import { bareChain } from '../bareChain';
import { likeliestReading } from '../likeliestReading';
import { library, states } from '../library';

const allBut = (kept: InstrumentId) => allInstruments.map(({ id }) => id).filter((id) => id !== kept);

/**
 * Plays every fault of a bare chain at once: each plan is made once, and followed down both of its outcomes.
 * @returns the most readings that any fault needed, and how many faults ended on the right section
 */
function playChain(count: number, kind: Fault['kind'], instrument: InstrumentId) {
  const circuit = bareChain(count);
  const hypotheses = Array.from({ length: count }, (_each, i): Hypothesis => {
    const section = `W${i + 1}`;
    const fault: Fault = kind === 'open' ? { kind, section } : { kind, section, ohms: 0.1, position: 0.5 };
    return { suspect: section, name: kind, fault, prior: 1 / count, family: i };
  });
  const predictor = createPredictor(circuit, hypotheses);
  const rest = restingState(circuit);
  // Behind the limiter, the lamp at the end is unplugged: what passes a clamp is then the short's alone.
  const state = kind === 'open' ? rest : withApart(withCavity(rest, 'F', limiterLamp), 'L', true);
  let most = 0;
  let right = 0;
  const descend = (faults: readonly number[], taken: readonly TakenReading[]) => {
    const suspicion = suspicionOf(predictor, taken);
    const top = suspicion.suspects[0]!;
    if (top.probability >= isolatedFrom) {
      most = Math.max(most, taken.length);
      right += faults.filter((fault) => hypotheses[fault]!.suspect === top.id).length;
      return;
    }
    const limits = { refused: [], without: allBut(instrument), taken };
    const [action] = nextActions(predictor, suspicion, { state, at: null, stripped: [] }, limits, {
      count: 1,
      leastShare: 0,
    });
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

describe('on a bare chain of N equal sections', () => {
  const lengths = Array.from({ length: 63 }, (_each, i) => i + 2);

  test('an open is found in at most ceil(log2 N) readings of a lamp, for N from 2 to 64 and every place', () => {
    for (const count of lengths) {
      const { most, right } = playChain(count, 'open', 'lamp-to-ground');
      expect({ count, right, most }).toEqual({ count, right: count, most: Math.ceil(Math.log2(count)) });
    }
  });

  test('a short is found in at most ceil(log2 N) readings of a clamp behind a limiter lamp', () => {
    for (const count of lengths) {
      const { most, right } = playChain(count, 'short to ground', 'clamp');
      expect({ count, right, most }).toEqual({ count, right: count, most: Math.ceil(Math.log2(count)) });
    }
  });
});

describe('on the travelling library', () => {
  const predictor = createPredictor(library);
  const blown: TakenReading = {
    id: 'blown',
    test: { instrument: 'fresh-fuse', at: 'F17' },
    state: states.lightsOn,
    value: { kind: 'outcome', outcome: 'blows' },
  };
  const suspicion = suspicionOf(predictor, [blown]);
  const site = { state: states.fuseOut, at: null, stripped: [] };
  const free = { refused: [], without: [], taken: [blown] };
  const all = (count: number) => ({ count, leastShare: 0 });
  const actions = nextActions(predictor, suspicion, site, free, all(12));

  test('every proposal is sound: chances sum to 1, and what it tells fits what it leaves', () => {
    for (const { bits, outcomes, work } of actions) {
      expect(outcomes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
      expect(bits).toBeGreaterThan(0);
      expect(work.minutes).toBeGreaterThan(0);
    }
  });

  test('ranks by information per minute', () => {
    const rates = actions.map(({ bits, work }) => bits / work.minutes);
    expect([...rates].sort((one, other) => other - one)).toEqual(rates);
  });

  test('never burns a fuse, never puts a lamp on a wire of a module’s pin, never cranks', () => {
    const many = nextActions(predictor, suspicion, site, free, all(400));
    expect(many.length).toBeGreaterThan(60);
    for (const {
      test: { instrument, at },
      state,
    } of many) {
      expect(instrument).not.toBe('fresh-fuse');
      expect(state.controls['key']).not.toBe('start');
      if (instrument.startsWith('lamp-to')) expect(['K4.coilCommand', 'BM.5']).not.toContain(at);
    }
  });

  test('proposes ohms only where the power is off', () => {
    const ohms = nextActions(predictor, suspicion, site, { ...free, without: allBut('ohmmeter') }, all(40));
    expect(ohms.length).toBeGreaterThan(5);
    for (const { test: asked, state } of ohms) {
      expect(predictor.predict(state, asked, null).kind).toBe('number');
    }
  });

  test('keeps away from a place that is out of reach, and from a strip that leads nowhere else', () => {
    const without = nextActions(predictor, suspicion, site, { ...free, refused: ['body-centre'] }, all(40));
    expect(without.length).toBeGreaterThan(0);
    for (const { work } of without) expect(work.places).not.toContain('body-centre');
  });
});
