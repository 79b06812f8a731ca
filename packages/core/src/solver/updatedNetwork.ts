import { CoreError } from '../errors';
import type { Fault } from '../faults/fault';
import { faultedId } from '../faults/fault';
import type { FaultChange } from './faultChange';
import type { FilamentLine, LinearisedNetwork } from './linearised';
import { filamentAmps } from './filament';
import { filamentLine, lineHolds } from './linearised';
import { REFERENCE } from './network';
import { invertSmall, solveSmall } from './smallDense';
import { filamentUpdateTolerance, newtonRounds } from './tolerances';

/** A pair of nodes as a source: open-circuit volts (a above b) and the ohms behind them, infinite when open. */
export interface Port {
  readonly volts: number;
  readonly ohms: number;
}

/** A linearised network after a change of few conductances, its filaments settled anew. */
export interface UpdatedNetwork {
  readonly volts: (node: number) => number;
  readonly floating: (node: number) => boolean;
  readonly port: (a: number, b: number) => Port;
  /** Volts of every node. */
  readonly allVolts: () => Float64Array;
  /** Ohms behind every node against one of them, as `port` gives them. */
  readonly allOhms: (against: number) => Float64Array;
}

/**
 * Puts a fault's change into a solved network without solving it again (Sherman, Morrison, Woodbury).
 *
 * Z transfer ohms, v node voltages, D added conductances on the touched nodes N, j added currents there:
 * v'_N = (1 + Z_NN·D)⁻¹·(v_N + Z_NN·j), and for any node p: v'_p = v_p + Z_pN·(j - D·v'_N).
 * Transfer ohms likewise: Z'_pq = Z_pq - Z_pN·W·Z_Nq with W = D·(1 + Z_NN·D)⁻¹.
 * A filament whose volts have changed much joins N with its new tangent (Newton); one that has moved a little keeps
 * its tangent, and the amps that this misses are put in as a source (a chord): v becomes v + Z·amps.
 * Cost: with n nodes touched, n³ / 3 a round. Where filaments by the dozen are thrown far off, it is cheaper to start anew.
 * @param fault - named in the error when filaments do not settle
 * @param enough - asked once, of the volts before any filament has moved off its tangent: whether they will do
 */
export function updateNetwork(
  base: LinearisedNetwork,
  change: FaultChange,
  fault: Fault | null,
  enough: (volts: (node: number) => number) => boolean = () => false,
): UpdatedNetwork | null {
  if (change.conductances.length === 0) return asUpdated(base, change.group, noChange);
  const { filaments } = base.network;
  const { cutFilament } = change;
  const moved = new Map<number, FilamentLine>();
  if (cutFilament !== null) moved.set(cutFilament, goneLine);
  const missed = missedAmps(base);
  for (let round = 0; round < newtonRounds; round++) {
    const system = reducedSystem(base, missed.volts(), change, moved);
    if (round === 0 && enough((node) => voltsAfter(base, system, node))) {
      return asUpdated(base, change.group, system);
    }
    const more: [filament: number, amps: number][] = [];
    let settled = true;
    for (let index = 0; index < filaments.length; index++) {
      if (index === cutFilament) continue;
      const filament = filaments[index]!;
      const across = voltsAfter(base, system, filament.a) - voltsAfter(base, system, filament.b);
      const line = moved.get(index) ?? base.filamentLines[index]!;
      const held = { siemens: line.siemens, offsetAmps: line.offsetAmps + missed.of(index) };
      if (lineHolds(filament, held, across, filamentUpdateTolerance)) continue;
      settled = false;
      const fresh = filamentLine(filament, across);
      const before = base.volts[filament.a]! - base.volts[filament.b]!;
      const little = Math.abs(across - before) <= chordShare * Math.abs(before);
      if (moved.has(index) || !little || round >= chordRounds) {
        more.push([index, -missed.of(index)]);
        moved.set(index, fresh);
      } else {
        more.push([index, filamentAmps(filament, across) - (held.siemens * across + held.offsetAmps)]);
      }
    }
    if (settled) return asUpdated(base, change.group, system);
    if (moved.size > mostMoved) return null;
    missed.add(more);
  }
  throw unsettled(fault);
}

/** A network as it was solved, nothing changed. */
export function unchanged(base: LinearisedNetwork): UpdatedNetwork {
  const { group } = base.connectivity;
  return asUpdated(base, (node) => group[node]!, noChange);
}

/** So many filaments are followed on new tangents by an update. */
const mostMoved = 40;

/** A filament whose volts have changed by no more than this share is followed on its chord, for so many rounds. */
const chordShare = 0.25;
const chordRounds = 12;

/** Amps that filaments take beyond their tangents, put in as sources from `a` to `b`, and the volts that come of it. */
function missedAmps({ network, volts, response }: LinearisedNetwork) {
  const { nodeCount, filaments } = network;
  const amps = new Map<number, number>();
  let shifted = volts;
  return {
    of: (index: number) => amps.get(index) ?? 0,
    add(more: readonly (readonly [filament: number, amps: number])[]) {
      const injected = new Float64Array(nodeCount);
      for (const [index, extra] of more) {
        amps.set(index, (amps.get(index) ?? 0) + extra);
        const { a, b } = filaments[index]!;
        injected[a]! -= extra;
        injected[b]! += extra;
      }
      const fresh = response(injected);
      for (let node = 0; node < nodeCount; node++) fresh[node]! += shifted[node]!;
      shifted = fresh;
    },
    volts: () => shifted,
  };
}

/** The line of a filament that is not there. */
const goneLine: FilamentLine = { siemens: 0, offsetAmps: 0 };

function unsettled(fault: Fault | null): CoreError {
  const owner = faultedId(fault) ?? '';
  return new CoreError('solver/no-convergence', `The filaments do not settle with the fault in ${owner}.`, {
    owner,
  });
}

/** What a change comes down to on the nodes that it touches. */
interface ReducedSystem {
  /** Volts of every node before the change, filaments on their chords. */
  readonly before: Float64Array | null;
  /** Transfer ohms of the nodes N. */
  readonly rows: readonly Float64Array[];
  /** j - D·v'_N. */
  readonly injected: readonly number[];
  /** W, size × size, row-major; worked out on first use, since many solutions are asked for volts alone. */
  readonly weights: () => readonly number[];
}

const noChange: ReducedSystem = { before: null, rows: [], injected: [], weights: () => [] };

function reducedSystem(
  { network, transferOhms, filamentLines }: LinearisedNetwork,
  volts: Float64Array,
  { conductances }: FaultChange,
  moved: ReadonlyMap<number, FilamentLine>,
): ReducedSystem {
  const { filaments } = network;
  const nodes: number[] = [];
  const rowOf = (node: number) => {
    if (node === REFERENCE) return -1;
    const known = nodes.indexOf(node);
    return known >= 0 ? known : nodes.push(node) - 1;
  };
  /** Conductances as (row, row, siemens), -1 for the reference. */
  const added: number[] = [];
  for (const { a, b, siemens } of conductances) added.push(rowOf(a), rowOf(b), siemens);
  const currents: number[] = [];
  for (const [index, line] of moved) {
    const { a, b } = filaments[index]!;
    const [i, j] = [rowOf(a), rowOf(b)];
    added.push(i, j, line.siemens - filamentLines[index]!.siemens);
    currents.push(i, j, line.offsetAmps - filamentLines[index]!.offsetAmps);
  }
  const size = nodes.length;
  const rows = nodes.map(transferOhms);
  const between = (i: number, j: number) => (i < 0 || j < 0 ? 0 : rows[i]![nodes[j]!]!);
  const matrix: number[] = [];
  const driven: number[] = [];
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) matrix.push(i === j ? 1 : 0);
    driven.push(volts[nodes[i]!]!);
    for (let c = 0; c < currents.length; c += 3) {
      driven[i]! -= currents[c + 2]! * (between(i, currents[c]!) - between(i, currents[c + 1]!));
    }
  }
  for (let c = 0; c < added.length; c += 3) {
    const [p, q, siemens] = [added[c]!, added[c + 1]!, added[c + 2]!];
    for (let i = 0; i < size; i++) {
      const seen = siemens * (between(i, p) - between(i, q));
      if (p >= 0) matrix[i * size + p]! += seen;
      if (q >= 0) matrix[i * size + q]! -= seen;
    }
  }
  const touched = solveSmall([...matrix], driven, size);
  const injected: number[] = touched.map(() => 0);
  const inject = (p: number, q: number, amps: number) => {
    if (p >= 0) injected[p]! -= amps;
    if (q >= 0) injected[q]! += amps;
  };
  for (let c = 0; c < currents.length; c += 3) inject(currents[c]!, currents[c + 1]!, currents[c + 2]!);
  for (let c = 0; c < added.length; c += 3) {
    const [p, q] = [added[c]!, added[c + 1]!];
    inject(p, q, added[c + 2]! * ((touched[p] ?? 0) - (touched[q] ?? 0)));
  }
  let weights: readonly number[] | null = null;
  return { before: volts, rows, injected, weights: () => (weights ??= weightsOf(matrix, added, size)) };
}

/** W = D·(1 + Z_NN·D)⁻¹. */
function weightsOf(matrix: readonly number[], added: readonly number[], size: number): readonly number[] {
  const inverse = invertSmall(Float64Array.from(matrix), size);
  const weights: number[] = new Array<number>(size * size).fill(0);
  for (let c = 0; c < added.length; c += 3) {
    const [p, q, siemens] = [added[c]!, added[c + 1]!, added[c + 2]!];
    for (let j = 0; j < size; j++) {
      const flow = siemens * ((inverse[p * size + j] ?? 0) - (inverse[q * size + j] ?? 0));
      if (p >= 0) weights[p * size + j]! += flow;
      if (q >= 0) weights[q * size + j]! -= flow;
    }
  }
  return weights;
}

function voltsAfter(
  { volts }: LinearisedNetwork,
  { before, rows, injected }: ReducedSystem,
  node: number,
): number {
  if (node === REFERENCE) return 0;
  let sum = (before ?? volts)[node]!;
  for (let k = 0; k < rows.length; k++) sum += rows[k]![node]! * injected[k]!;
  return sum;
}

function asUpdated(
  base: LinearisedNetwork,
  group: (node: number) => number,
  system: ReducedSystem,
): UpdatedNetwork {
  const { nodeCount } = base.network;
  const voltsOf = (node: number) => voltsAfter(base, system, node);
  const ohmsOf = (a: number, b: number) =>
    group(a) === group(b) ? Math.max(0, ohmsAgainst(base, system, b, a)) : Infinity;
  return {
    volts: voltsOf,
    floating: (node) => group(node) !== 0,
    port: (a, b) => ({ volts: voltsOf(a) - voltsOf(b), ohms: ohmsOf(a, b) }),
    allVolts: () => filled(nodeCount, voltsOf),
    allOhms: (against) => filled(nodeCount, (node) => ohmsOf(node, against)),
  };
}

function filled(count: number, value: (node: number) => number): Float64Array {
  const row = new Float64Array(count);
  for (let node = 0; node < count; node++) row[node] = value(node);
  return row;
}

/** Ohms between two nodes after the change: uᵀ·Z'·u with u = +1 at the one, -1 at the other. */
function ohmsAgainst(
  { transferOhms, ownOhms }: LinearisedNetwork,
  { rows, weights }: ReducedSystem,
  other: number,
  node: number,
): number {
  const size = rows.length;
  const weight = weights();
  const own = ownOhms();
  // Z is symmetric: what a node has towards those of N is what their rows have at it.
  if (other === REFERENCE) {
    let toBody = own[node]!;
    for (let i = 0; i < size; i++) {
      const seen = rows[i]![node]!;
      if (seen === 0) continue;
      let inner = 0;
      for (let j = 0; j < size; j++) inner += weight[i * size + j]! * rows[j]![node]!;
      toBody -= seen * inner;
    }
    return toBody;
  }
  let ohms = own[node]! + own[other]! - 2 * transferOhms(other)[node]!;
  for (let i = 0; i < size; i++) {
    const seen = rows[i]![node]! - rows[i]![other]!;
    if (seen === 0) continue;
    let inner = 0;
    for (let j = 0; j < size; j++) inner += weight[i * size + j]! * (rows[j]![node]! - rows[j]![other]!);
    ohms -= seen * inner;
  }
  return ohms;
}
