import type { Circuit } from '../circuit/circuit';
import { mostSections } from '../circuit/circuit';
import type { Unknowns } from '../circuit/parts/partKind';
import type { OperatingState } from '../circuit/operatingState';
import { stateKey } from '../circuit/operatingState';
import { CoreError } from '../errors';
import { liesIn } from '../faults/fault';
import type { Hypothesis } from '../faults/hypotheses';
import { hypothesesOf } from '../faults/hypotheses';
import type { SolvedCircuit } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { predictConnected, predictOn } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { Prediction } from '../instruments/prediction';
import type { FaultTable } from '../solver/faultTable';
import { faultTable } from '../solver/faultTable';
import type { Network } from '../network/network';
import { stateSolver } from '../solver/stateSolver';
import type { Cells, Likelihoods } from './cells';
import { cellsOf } from './cells';
import { Kept } from './kept';
import type { UnknownFigures, WayOfStanding } from './predictionTable';
import { PredictionTable, RowOrder } from './predictionTable';
import { figuresDecide, hasAssumedFigures, hasElectronics } from './unknownFigures';

/** Solved states kept at hand; each holds a few matrices of nodes × nodes. */
const keptStates = 300;
/** Bytes of likelihoods kept at hand: those of some hundred readings of a large circuit. */
const keptLikelihoods = 32e6;

/**
 * One circuit with everything that can be wrong in it, solved on demand and remembered: what a reading would be
 * depends on the circuit, the state and the fault alone, never on what was read before.
 */
export interface Predictor {
  readonly circuit: Circuit;
  readonly hypotheses: readonly Hypothesis[];
  /** The ranges that they stand for. */
  readonly cells: Cells;
  /** The circuit in a state under one hypothesis; null for the healthy circuit. */
  readonly solved: (state: OperatingState, hypothesis: number | null) => SolvedCircuit;
  /** What a test would show under one hypothesis. */
  readonly predict: (state: OperatingState, test: Test, hypothesis: number | null) => Prediction;
  /** The fuses that a state opens; those near to it by where in its range the current lies that opens a fuse. */
  readonly opened: (state: OperatingState, unknowns?: Unknowns) => OpenedFuses;
  /** What a test would show under any of them. @throws {CoreError} `instrument/target` */
  readonly predictions: (state: OperatingState, test: Test) => PredictionTable;
  /** The same for many tests in one state; the same object as long as the state is kept at hand. */
  readonly inState: (state: OperatingState) => StatePredictions;
  /** `stateKey`, worked out once for each object. */
  readonly keyOf: (state: OperatingState) => string;
  /** Of readings that were weighed lately. */
  readonly likelihoods: Kept<Likelihoods>;
}

/** Fuses by hypothesis; null where none opens under any. */
export type OpenedFuses = readonly (readonly string[])[] | null;

/** What any test would show in one state. */
export interface StatePredictions {
  readonly state: OperatingState;
  /** @throws {CoreError} `instrument/target` */
  readonly predictions: (test: Test) => PredictionTable;
}

interface SolvedState extends StatePredictions {
  readonly network: Network;
  /** By hypothesis; the healthy circuit at the end. */
  readonly table: FaultTable;
  readonly opened: (unknowns: Unknowns) => OpenedFuses;
}

/** A state solved with the figures that no diagram gives at one end of their ranges. */
interface SolvedOtherwise {
  readonly unknowns: Unknowns;
  readonly network: Network;
  readonly table: FaultTable;
}

/**
 * @param hypotheses - what can be wrong; everything in the circuit unless told otherwise
 * @throws {CoreError} `circuit/too-large`
 */
export function createPredictor(
  circuit: Circuit,
  hypotheses: readonly Hypothesis[] = hypothesesOf(circuit),
): Predictor {
  const { length } = circuit.sections;
  if (length > mostSections) {
    throw new CoreError(
      'circuit/too-large',
      `A search takes at most ${mostSections} sections: this circuit has ${length}. Leave out what cannot be the cause.`,
      { sections: `${length}` },
    );
  }
  const healthy = hypotheses.length;
  const keyOf = rememberedKeys();
  const states = new Kept<SolvedState>(keptStates, () => 1);
  const solvedState = (state: OperatingState) =>
    states.get(keyOf(state), () => solveState(circuit, state, hypotheses));
  const solved = (state: OperatingState, hypothesis: number | null): SolvedCircuit => {
    const entry = solvedState(state);
    return { circuit, state: entry.state, solution: entry.table.solution(hypothesis ?? healthy) };
  };
  return {
    circuit,
    hypotheses,
    cells: cellsOf(hypotheses),
    solved,
    predict: (state, test, hypothesis) =>
      predictOn(instrumentById(test.instrument), solved(state, hypothesis), test.at),
    predictions: (state, test) => solvedState(state).predictions(test),
    opened: (state, unknowns = 'usual') => solvedState(state).opened(unknowns),
    inState: solvedState,
    keyOf,
    likelihoods: new Kept(keptLikelihoods, bytesOf),
  };
}

function rememberedKeys(): (state: OperatingState) => string {
  const keys = new WeakMap<OperatingState, string>();
  return (state) => {
    const key = keys.get(state) ?? stateKey(state);
    keys.set(state, key);
    return key;
  };
}

function bytesOf({ inOrder, byWay }: Likelihoods): number {
  return inOrder.byteLength * (1 + (byWay?.length ?? 0));
}

/** Where along its wire a short lies, near either end: what it may be when it is not in the middle. */
const nearEnds = { low: 0.06, high: 0.94 } as const;

function solveState(circuit: Circuit, state: OperatingState, hypotheses: readonly Hypothesis[]): SolvedState {
  const faults = [...hypotheses.map(({ fault }) => fault), null];
  const moved = (position: number) =>
    faults.map((fault, h) =>
      fault !== null && 'position' in fault && hypotheses[h]?.anywhere === true
        ? { ...fault, position }
        : fault,
    );
  const solver = stateSolver(circuit, state);
  const { network } = solver;
  const table = faultTable(solver, faults);
  let others: readonly SolvedOtherwise[] | null = null;
  const otherwise = () =>
    (others ??= (['low', 'high'] as const).map((unknowns): SolvedOtherwise => {
      const otherSolver = stateSolver(circuit, state, unknowns);
      const table = faultTable(otherSolver, moved(nearEnds[unknowns]));
      return { unknowns, network: otherSolver.network, table };
    }));
  const unknowable = { electronics: hasElectronics(circuit, state), assumed: hasAssumedFigures(circuit) };
  const opened = openedFuses(table, faults.length - 1, otherwise);
  const tables = new Map<string, PredictionTable>();
  const order = new RowOrder(faults.length - 1);
  return {
    state,
    network,
    table,
    opened,
    predictions({ instrument, at }) {
      const key = `${instrument} ${at}`;
      const known = tables.get(key);
      if (known !== undefined) return known;
      const { connect, display, feelsWhere } = instrumentById(instrument);
      const connection = connect({ circuit, state, network }, at);
      const unknown: UnknownFigures = {
        decide: (h, solution, first, second) =>
          (feelsWhere === true && hypotheses[h]?.anywhere === true && liesIn(faults[h]!, at)) ||
          figuresDecide(connection.probe, unknowable, solution, first, second),
        predictions: (h) =>
          otherwise().map((each): WayOfStanding => {
            const solution = each.table.solution(h);
            const connected = connect({ circuit, state, network: each.network }, at);
            const prediction = predictConnected(connected, display, solution);
            return { under: each.unknowns, prediction, regime: solution.regime };
          }),
      };
      const fresh = new PredictionTable(connection, display, table, order, unknown);
      tables.set(key, fresh);
      return fresh;
    },
  };
}

/** The fuses that a state opens, by hypothesis; only those near to it are solved with their figures elsewhere in their ranges. */
function openedFuses(
  table: FaultTable,
  count: number,
  otherwise: () => readonly SolvedOtherwise[],
): (unknowns: Unknowns) => OpenedFuses {
  const known = new Map<Unknowns, OpenedFuses>();
  const blown = (h: number, unknowns: Unknowns) => {
    const usual = table.solution(h);
    if (unknowns === 'usual' || !usual.fuseNear) return usual.blown;
    return otherwise()
      .find((each) => each.unknowns === unknowns)!
      .table.solution(h).blown;
  };
  const openedIn = (unknowns: Unknowns): OpenedFuses => {
    const before = known.get(unknowns);
    if (before !== undefined) return before;
    const every = Array.from({ length: count }, (_each, h) => h);
    // Where no fuse is near to opening, all ways are one.
    const alike = unknowns !== 'usual' && !every.some((h) => table.solution(h).fuseNear);
    const found = alike ? openedIn('usual') : noneAsNull(every.map((h) => blown(h, unknowns)));
    known.set(unknowns, found);
    return found;
  };
  return openedIn;
}

const noneAsNull = (all: readonly (readonly string[])[]): OpenedFuses =>
  all.some((each) => each.length > 0) ? all : null;
