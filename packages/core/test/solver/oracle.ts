import type { Circuit } from '../../src/circuit/circuit';
import type { CavityFill, OperatingState } from '../../src/circuit/operatingState';
import {
  withApart,
  withBlown,
  withCavity,
  withControl,
  withLead,
  withRenewed,
} from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { terminalsOf } from '../../src/circuit/terminals';
import { hypothesesOf } from '../../src/faults/hypotheses';
import type { Hypothesis } from '../../src/faults/hypotheses';
import { predictOn } from '../../src/instruments/instrument';
import { allInstruments } from '../../src/instruments/instruments';
import type { Prediction } from '../../src/instruments/prediction';
import { kindOf } from '../../src/circuit/parts/partKinds';
import { cavityFills, leadFuseAmps } from '../../src/planning/kit';
import { solveTogether } from '../../src/solver/stateSolver';
import { createPredictor } from '../../src/inference/predictor';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';

/** A prediction of the fast path that is not what the circuit compiled with the fault shows. */
export interface Disagreement {
  readonly seed: number;
  readonly family: string;
  readonly state: OperatingState;
  readonly hypothesis: string;
  readonly test: string;
  readonly fast: Prediction;
  readonly plain: Prediction;
}

const hypothesesEach = 8;
const testsEach = 40;

/**
 * Holds the fast path to the plain one on a circuit and a state drawn by a seed: anything that hands can do to a vehicle,
 * any fault, any instrument.
 * @returns how many predictions were compared, and those that disagree
 */
export function compareWithOracle(seed: number): {
  compared: number;
  disagreements: readonly Disagreement[];
} {
  const random = seededRandom(seed);
  const { name, draw } = families[seed % families.length]!;
  const circuit = withDiodes(draw(random), random);
  const state = anyState(circuit, random);
  const all = hypothesesOf(circuit);
  const hypotheses = Array.from({ length: hypothesesEach }, () => pick(all, random));
  const predictor = createPredictor(circuit, hypotheses);
  const tests = allInstruments.flatMap(({ id, targets }) =>
    targets(circuit).map((at) => ({ instrument: id, at })),
  );
  const disagreements: Disagreement[] = [];
  let compared = 0;
  hypotheses.forEach((each, h) => {
    const faults = each.fault === null ? [] : [each.fault];
    const solution = solveTogether(circuit, state, faults);
    for (let t = 0; t < testsEach; t++) {
      const test = pick(tests, random);
      const instrument = allInstruments.find(({ id }) => id === test.instrument)!;
      const fast = predictor.predict(state, test, h);
      const plain = predictOn(instrument, { circuit, state, solution }, test.at);
      compared++;
      if (agree(fast, plain)) continue;
      disagreements.push({
        seed,
        family: name,
        state,
        hypothesis: words(each),
        test: `${test.instrument} ${test.at}`,
        fast,
        plain,
      });
    }
  });
  return { compared, disagreements };
}

/** A share of the circuits with a diode in a wire, either way round, and one across a load. */
function withDiodes(circuit: Circuit, random: () => number): Circuit {
  let { parts, sections } = circuit;
  const diode = (id: string) => ({ id, name: id, kind: 'diode' as const, place: parts[0]!.place });
  if (random() < 0.3) {
    const cut = pick(sections, random);
    const [into, out] = random() < 0.5 ? (['anode', 'cathode'] as const) : (['cathode', 'anode'] as const);
    parts = [...parts, diode('D1')];
    sections = sections.flatMap((each) =>
      each === cut
        ? [
            { ...each, to: `D1.${into}` as const },
            { ...each, id: `${each.id}-2`, name: `${each.name} 2`, from: `D1.${out}` as const },
          ]
        : [each],
    );
  }
  const load = pick(
    circuit.parts.filter((each) => kindOf(each).consumers !== undefined),
    random,
  );
  if (random() < 0.3 && load.kind !== 'two-filament lamp') {
    const wire = { ...sections[0]!, lengthMetres: 0.2 };
    parts = [...parts, diode('D2')];
    sections = [
      ...sections,
      { ...wire, id: 'D2a', name: 'Diode anode', from: 'D2.anode', to: `${load.id}.2` },
      { ...wire, id: 'D2b', name: 'Diode cathode', from: 'D2.cathode', to: `${load.id}.1` },
    ];
  }
  return { ...circuit, parts, sections };
}

function words({ suspect, name, fault }: Hypothesis): string {
  return `${suspect} ${name} ${JSON.stringify(fault)}`;
}

function pick<T>(list: readonly T[], random: () => number): T {
  return list[Math.floor(random() * list.length)]!;
}

/** A state that hands can make: controls, parts off or exchanged, cavities, leads, fuses blown, the battery off. */
function anyState(circuit: Circuit, random: () => number): OperatingState {
  const often = (share: number) => random() < share;
  let state = restingState(circuit);
  for (const { id, positions } of circuit.controls) {
    if (often(0.6)) state = withControl(state, id, pick(positions, random).id);
  }
  for (const part of circuit.parts) {
    if (part.kind === 'fuse' && often(0.3)) {
      const fills: readonly CavityFill[] = cavityFills(part);
      state = withCavity(state, part.id, pick(fills, random));
    } else if (part.kind === 'fuse' && often(0.1)) state = withBlown(state, [part.id]);
    if (kindOf(part).removal !== null && often(0.12)) state = withApart(state, part.id, true);
    if (often(0.05)) state = withRenewed(state, part.id);
  }
  if (often(0.25)) {
    const terminals = circuit.parts.filter(({ kind }) => kind !== 'battery').flatMap(terminalsOf);
    const from = often(0.3) ? 'ground' : often(0.3) ? 'own supply' : pick(terminals, random);
    state = withLead(state, { from, to: pick(terminals, random), fuseAmps: leadFuseAmps(circuit) });
  }
  return often(0.15) ? { ...state, batteryConnected: false } : state;
}

/**
 * Parts of an instrument’s own deviation, and of certainty, within which two predictions are the same: a filament next to
 * no volts settles to some thousandths of its ohms.
 */
const sameDeviations = 0.12;
const sameChance = 0.025;

function agree(one: Prediction, other: Prediction): boolean {
  if (one.kind === 'number' && other.kind === 'number') {
    if (Math.abs(one.overload - other.overload) > sameChance) return false;
    return one.overload === 1 || Math.abs(one.mean - other.mean) <= sameDeviations * one.deviation;
  }
  if (one.kind === 'outcomes' && other.kind === 'outcomes') {
    return one.chances.every((chance, o) => Math.abs(chance - other.chances[o]!) <= sameChance);
  }
  return one.kind === other.kind;
}
