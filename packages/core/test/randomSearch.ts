import type { Circuit, Place, Section } from '../src/circuit/circuit';
import type { OperatingState } from '../src/circuit/operatingState';
import { restingState } from '../src/circuit/restingState';
import type { Hypothesis } from '../src/faults/hypotheses';
import type { InstrumentId } from '../src/instruments/instruments';
import { allInstruments, instrumentById } from '../src/instruments/instruments';
import type { Part } from '../src/circuit/parts/part';
import { candidateStates } from '../src/planning/candidateStates';
import { foundFrom } from '../src/planning/lookAhead';
import { nextActions } from './atOnce';
import type { Worksite } from '../src/planning/work';
import { workFor } from '../src/planning/work';
import type { TakenReading } from '../src/inference/takenReading';
import type { Predictor } from '../src/inference/predictor';
import { createPredictor } from '../src/inference/predictor';
import { inferPosterior } from '../src/inference/posterior';
import { likeliestReading } from './likeliestReading';
import { seededRandom } from '../src/statistics/seededRandom';
import { hardlyAny } from './playChain';

/** A small search: a tree of wires with an open in one of them, places that cost different minutes, some behind trim. */
export interface RandomSearch {
  readonly predictor: Predictor;
  readonly start: Worksite;
}

/** What is used in it: what is read off a lamp, and what is seen to work. */
const instruments: readonly InstrumentId[] = ['lamp-to-ground', 'load'];
const without = allInstruments.map(({ id }) => id).filter((id) => !instruments.includes(id));

/** @param most - faults at most */
export function randomSearch(seed: number, most = 10): RandomSearch {
  const random = seededRandom(seed);
  const whole = (below: number) => Math.floor(random() * below);
  const count = 3 + whole(most - 2);
  const places: Place[] = Array.from({ length: count + 1 }, (_each, i) => ({
    id: `p${i}`,
    name: `place ${i}`,
    reachMinutes: 0.3 + 3 * random() ** 2,
    ...(random() < 0.25 ? { strip: random() < 0.5 ? 'dash' : 'floor' } : {}),
    hazards: [],
    visibility: 0,
  }));
  const parts: Part[] = [
    { id: 'BAT', kind: 'battery', name: 'Battery', place: 'p0', volts: 12.6, internalOhms: 0.02 },
    { id: 'G', kind: 'ground', name: 'Ground', place: 'p0' },
    { id: 'S0', kind: 'splice', name: 'S0', place: 'p0' },
  ];
  const wire = (id: string, from: Section['from'], to: Section['to']): Section => ({
    id,
    name: id,
    from,
    to,
    areaMm2: 1,
    lengthMetres: 1,
    colour: 'red',
    places: ['p0'],
  });
  const sections = [wire('WB', 'BAT.+', 'S0.x'), wire('WG', 'BAT.-', 'G.x')];
  const leaves = new Set([0]);
  for (let i = 1; i <= count; i++) {
    const parent = random() < 0.7 ? i - 1 : whole(i);
    leaves.delete(parent);
    leaves.add(i);
    parts.push({ id: `S${i}`, kind: 'splice', name: `S${i}`, place: `p${i}` });
    sections.push(wire(`W${i}`, `S${parent}.x`, `S${i}.x`));
  }
  for (const leaf of leaves) {
    const id = `L${leaf}`;
    parts.push({ id, kind: 'lamp', name: id, place: `p${leaf}`, watts: 5, count: 1 });
    sections.push(wire(`A${leaf}`, `S${leaf}.x`, `${id}.1`), wire(`E${leaf}`, `${id}.2`, 'G.x'));
  }
  const circuit: Circuit = {
    format: 'grim-lantern/circuit',
    version: 1,
    name: `search ${seed}`,
    nominalVolts: 12,
    places,
    strips: [
      { id: 'dash', name: 'dash', minutes: 2 + 8 * random() },
      { id: 'floor', name: 'floor', minutes: 2 + 8 * random() },
    ],
    controls: [],
    parts,
    sections,
  };
  const weights = Array.from({ length: count }, () => 0.1 + random());
  const sum = weights.reduce((total, each) => total + each, 0);
  const hypotheses = weights.map((weight, i): Hypothesis => {
    const section = `W${i + 1}`;
    const fault = { kind: 'open' as const, section };
    return { suspect: section, name: 'open', fault, prior: weight / sum, mayComeAndGo: false, family: i };
  });
  return {
    predictor: createPredictor(circuit, hypotheses),
    start: { state: restingState(circuit), at: null, stripped: [] },
  };
}

/** Expected minutes until one suspect stands at 90 %, as the plan goes about it: every fault played. */
export function plannedMinutes({ predictor, start }: RandomSearch): number {
  const descend = (faults: readonly number[], taken: readonly TakenReading[], site: Worksite): number => {
    const posterior = inferPosterior(predictor, taken, { outlierShare: hardlyAny });
    if (posterior.suspects[0]!.probability >= foundFrom) return 0;
    const [action] = nextActions(predictor, posterior, site, { refused: [], without, taken });
    if (action === undefined) return 0;
    const byOutcome = new Map<string, number[]>();
    for (const fault of faults) {
      const value = likeliestReading(action.test, predictor.predict(action.state, action.test, fault));
      const key = value.kind === 'outcome' ? value.outcome : '';
      byOutcome.set(key, [...(byOutcome.get(key) ?? []), fault]);
    }
    const weight = faults.reduce((total, fault) => total + predictor.hypotheses[fault]!.prior, 0);
    let minutes = action.work.minutes * weight;
    for (const [outcome, left] of byOutcome) {
      const reading: TakenReading = {
        id: `${taken.length}`,
        test: action.test,
        state: action.state,
        value: { kind: 'outcome', outcome },
      };
      minutes += descend(left, [...taken, reading], action.work.after);
    }
    return minutes;
  };
  return descend([...predictor.hypotheses.keys()], [], start);
}

/** One test with the faults of each outcome, as bits of a number. */
interface Split {
  readonly state: OperatingState;
  readonly test: { readonly instrument: InstrumentId; readonly at: string };
  readonly parts: readonly number[];
}

/** The program knows no slips; the plan does, and stands as much short of sure as they leave. */
const foundWithoutOutliers = foundFrom + hardlyAny;

/** The least expected minutes of any policy: dynamic programming over (faults left, state, hands, strips off). */
export function optimalMinutes({ predictor, start }: RandomSearch): number {
  const { circuit, hypotheses } = predictor;
  const weightOf = (set: number) =>
    hypotheses.reduce((sum, { prior }, h) => sum + ((set >> h) & 1 ? prior : 0), 0);
  const largest = (set: number) =>
    hypotheses.reduce((most, { prior }, h) => ((set >> h) & 1 ? Math.max(most, prior) : most), 0);
  const splits = splitsOf(predictor, start);
  const known = new Map<string, number>();
  const least = (set: number, site: Worksite): number => {
    const weight = weightOf(set);
    if (largest(set) >= foundWithoutOutliers * weight) return 0;
    const key = `${set} ${splits.states.indexOf(site.state)} ${site.at} ${[...site.stripped].sort().join()}`;
    const found = known.get(key);
    if (found !== undefined) return found;
    let best = Infinity;
    const tried = new Set<string>();
    for (const { state, test, parts } of splits.list) {
      const left = parts.map((each) => each & set).filter((each) => each !== 0);
      if (left.length < 2) continue;
      const work = workFor(circuit, site, state, test);
      // The same split at the same place from the same hands costs the same: once is enough.
      const same = `${left.join()} ${work.minutes} ${work.after.at} ${splits.states.indexOf(state)}`;
      if (tried.has(same)) continue;
      tried.add(same);
      let minutes = work.minutes * weight;
      for (const each of left) {
        if (minutes >= best) break;
        minutes += least(each, work.after);
      }
      best = Math.min(best, minutes);
    }
    const value = best === Infinity ? 0 : best;
    known.set(key, value);
    return value;
  };
  return least(2 ** hypotheses.length - 1, start);
}

function splitsOf(predictor: Predictor, start: Worksite) {
  const { circuit, hypotheses } = predictor;
  const states = candidateStates(predictor, start.state, { fuses: [], parts: [], wires: [] }, null);
  const list = states.flatMap((state) =>
    instruments.flatMap((id) => {
      const { targets, mayPropose } = instrumentById(id);
      return targets(circuit)
        .filter((at) => mayPropose(circuit, state, at))
        .flatMap((at): readonly Split[] => {
          const test = { instrument: id, at };
          const byOutcome = new Map<string, number>();
          hypotheses.forEach((_each, h) => {
            const value = likeliestReading(test, predictor.predict(state, test, h));
            const key = value.kind === 'outcome' ? value.outcome : '';
            byOutcome.set(key, (byOutcome.get(key) ?? 0) | (1 << h));
          });
          return byOutcome.size < 2 ? [] : [{ state, test, parts: [...byOutcome.values()] }];
        });
    }),
  );
  return { states, list };
}
