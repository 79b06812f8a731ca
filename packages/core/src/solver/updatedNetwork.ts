import { CoreError } from '../errors';
import type { Fault } from '../faults/fault';
import { faultedId } from '../faults/fault';
import type { FaultChange } from './faultChange';
import type { FilamentLine, LinearisedNetwork } from './linearised';
import { filamentAmps } from './filament';
import { acrossFilaments, filamentLine, lineHolds } from './linearised';
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
 * Z transfer ohms, v node voltages, D added conductances across the touched pairs N (two nodes, or one and the
 * reference), j added currents there:
 * v'_N = (1 + Z_NN·D)⁻¹·(v_N + Z_NN·j), and for any node p: v'_p = v_p + Z_pN·(j - D·v'_N).
 * Transfer ohms likewise: Z'_pq = Z_pq - Z_pN·W·Z_Nq with W = D·(1 + Z_NN·D)⁻¹.
 * A filament whose volts have changed much joins N with its new tangent (Newton); one that has moved a little keeps
 * its tangent, and the amps that this misses are put in as a source (a chord): v becomes v + Z·amps.
 * Cost: with n pairs touched, n³ / 3 a round. Where filaments by the dozen are thrown far off, it is cheaper to start anew.
 * @param fault - named in the error when filaments do not settle
 */
export function updateNetwork(
  base: LinearisedNetwork,
  change: FaultChange,
  fault: Fault | null,
): UpdatedNetwork | null {
  if (change.conductances.length === 0) return asUpdated(base, change, noChange(base));
  const { filaments } = base.network;
  const { filamentVolts } = base;
  const { cutFilament } = change;
  /** 1 for a filament that has once been off its tangent. */
  const followed = new Uint8Array(filaments.length);
  const moved = new Map<number, FilamentLine>();
  if (cutFilament !== null) moved.set(cutFilament, goneLine);
  const missed = missedAmps(base);
  for (let round = 0; round < newtonRounds; round++) {
    const system = reducedSystem(base, missed.volts(), change, moved);
    const more: [filament: number, amps: number][] = [];
    const acrossAll = acrossAfter(base, system);
    let settled = true;
    for (let index = 0; index < filaments.length; index++) {
      const across = acrossAll[index]!;
      const before = filamentVolts[index]!;
      const drift = Math.abs(across - before);
      if (followed[index] === 0 && drift <= heldDrift * Math.abs(before)) continue;
      if (index === cutFilament) continue;
      const filament = filaments[index]!;
      const line = moved.get(index) ?? base.filamentLines[index]!;
      const held = { siemens: line.siemens, offsetAmps: line.offsetAmps + missed.of(index) };
      if (lineHolds(filament, held, across, filamentUpdateTolerance)) continue;
      settled = false;
      followed[index] = 1;
      if (moved.has(index) || drift > chordShare * Math.abs(before) || round >= chordRounds) {
        more.push([index, -missed.of(index)]);
        moved.set(index, filamentLine(filament, across));
      } else {
        more.push([index, filamentAmps(filament, across) - (held.siemens * across + held.offsetAmps)]);
      }
    }
    if (settled) return asUpdated(base, change, system);
    if (moved.size > mostMoved) return null;
    missed.add(more);
  }
  throw unsettled(fault);
}

/** A network as it was solved, nothing changed. */
export function unchanged(base: LinearisedNetwork): UpdatedNetwork {
  const { group } = base.connectivity;
  return asUpdated(base, { group: (node) => group[node]!, shift: () => 0 }, noChange(base));
}

/** So many filaments are followed on new tangents by an update. */
const mostMoved = 40;

/**
 * A filament whose volts have changed by no more than this share is on its tangent still. With k√V / R = a, half of
 * V²·I'' / I is a·(3 - 2a) / 8: the tangent misses at most 9/64 of the share's square, within `filamentUpdateTolerance`.
 */
const heldDrift = 0.008;

/** A filament whose volts have changed by no more than this share is followed on its chord, for so many rounds. */
const chordShare = 0.25;
const chordRounds = 12;

/** Amps that filaments take beyond their tangents, put in as sources from `a` to `b`, and the volts that come of it. */
function missedAmps({ network, volts, transferOhmsBetween }: LinearisedNetwork) {
  const amps = new Map<number, number>();
  let shifted = volts;
  return {
    of: (index: number) => amps.get(index) ?? 0,
    add(more: readonly (readonly [filament: number, amps: number])[]) {
      for (const [index, extra] of more) {
        if (extra === 0) continue;
        amps.set(index, (amps.get(index) ?? 0) + extra);
        if (shifted === volts) shifted = volts.slice();
        const { a, b } = network.filaments[index]!;
        addScaled(shifted, transferOhmsBetween(a, b), -extra);
      }
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

/** What a change comes down to across the pairs of nodes that it touches. */
interface ReducedSystem {
  /** Volts of every node before the change, filaments on their chords. */
  readonly before: Float64Array;
  /** Transfer ohms of the pairs N; and what they make across each filament. */
  readonly rows: readonly Float64Array[];
  readonly atFilaments: readonly Float64Array[];
  /** j - D·v'_N. */
  readonly injected: readonly number[];
  /** W, size × size, row-major; worked out on first use, since many solutions are asked for volts alone. */
  readonly weights: () => readonly number[];
}

function noChange({ volts }: LinearisedNetwork): ReducedSystem {
  return { before: volts, rows: [], atFilaments: [], injected: [], weights: () => [] };
}

/** Two nodes, of which one may be the reference. */
interface Pair {
  readonly a: number;
  readonly b: number;
}

/** What is added across the pairs that a change touches. */
interface Touched {
  readonly pairs: readonly Pair[];
  /** Conductances as (row, row, siemens), -1 for the reference. */
  readonly added: readonly number[];
  /** Currents across filaments. */
  readonly currents: readonly { readonly row: number; readonly amps: number }[];
}

/** A single conductance and a filament count as one pair; several conductances as their nodes against the reference. */
function touchedPairs(
  { network, filamentLines }: LinearisedNetwork,
  { conductances }: FaultChange,
  moved: ReadonlyMap<number, FilamentLine>,
): Touched {
  const pairs: Pair[] = [];
  const rowOf = (a: number, b: number) => {
    if (a === b) return -1;
    const known = pairs.findIndex((each) => each.a === a && each.b === b);
    return known >= 0 ? known : pairs.push({ a, b }) - 1;
  };
  const added: number[] = [];
  const [only] = conductances;
  if (conductances.length === 1 && only !== undefined) {
    added.push(rowOf(only.a, only.b), -1, only.siemens);
  } else {
    for (const { a, b, siemens } of conductances) {
      added.push(rowOf(a, REFERENCE), rowOf(b, REFERENCE), siemens);
    }
  }
  const currents: { row: number; amps: number }[] = [];
  for (const [index, line] of moved) {
    const { a, b } = network.filaments[index]!;
    const row = rowOf(a, b);
    added.push(row, -1, line.siemens - filamentLines[index]!.siemens);
    currents.push({ row, amps: line.offsetAmps - filamentLines[index]!.offsetAmps });
  }
  return { pairs, added, currents };
}

function reducedSystem(
  base: LinearisedNetwork,
  volts: Float64Array,
  change: FaultChange,
  moved: ReadonlyMap<number, FilamentLine>,
): ReducedSystem {
  const { transferOhmsBetween, filamentOhmsBetween } = base;
  const { pairs, added, currents } = touchedPairs(base, change, moved);
  const size = pairs.length;
  const rows = pairs.map(({ a, b }) => transferOhmsBetween(a, b));
  const between = (i: number, j: number) => {
    if (i < 0 || j < 0) return 0;
    const { a, b } = pairs[j]!;
    return rows[i]![a]! - rows[i]![b]!;
  };
  const matrix: number[] = [];
  const driven: number[] = [];
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) matrix.push(i === j ? 1 : 0);
    driven.push(volts[pairs[i]!.a]! - volts[pairs[i]!.b]!);
    for (const { row, amps } of currents) driven[i]! -= amps * between(i, row);
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
  for (const { row, amps } of currents) inject(row, -1, amps);
  for (let c = 0; c < added.length; c += 3) {
    const [p, q] = [added[c]!, added[c + 1]!];
    inject(p, q, added[c + 2]! * ((touched[p] ?? 0) - (touched[q] ?? 0)));
  }
  let weights: readonly number[] | null = null;
  return {
    before: volts,
    rows,
    atFilaments: pairs.map(({ a, b }) => filamentOhmsBetween(a, b)),
    injected,
    weights: () => (weights ??= weightsOf(matrix, added, size)),
  };
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

function voltsAfter({ before, rows, injected }: ReducedSystem, node: number): number {
  if (node === REFERENCE) return 0;
  let sum = before[node]!;
  for (let k = 0; k < rows.length; k++) sum += rows[k]![node]! * injected[k]!;
  return sum;
}

function asUpdated(
  base: LinearisedNetwork,
  { group, shift }: Pick<FaultChange, 'group' | 'shift'>,
  system: ReducedSystem,
): UpdatedNetwork {
  const { nodeCount } = base.network;
  const voltsOf = (node: number) => voltsAfter(system, node) - shift(node);
  const ohmsOf = (a: number, b: number) =>
    group(a) === group(b) ? Math.max(0, ohmsBetween(base, system, b, a)) : Infinity;
  return {
    volts: voltsOf,
    floating: (node) => group(node) !== 0,
    port: (a, b) => ({ volts: voltsOf(a) - voltsOf(b), ohms: ohmsOf(a, b) }),
    allVolts: () => voltsOfAll(system).map((volts, node) => volts - shift(node)),
    allOhms(against) {
      const ohms = ohmsOfAll(base, system, against);
      const own = group(against);
      for (let node = 0; node < nodeCount; node++) {
        if (group(node) !== own) ohms[node] = Infinity;
        else if (ohms[node]! < 0) ohms[node] = 0;
      }
      return ohms;
    },
  };
}

/** Volts across every filament. */
function acrossAfter(
  { network, volts, filamentVolts }: LinearisedNetwork,
  { before, atFilaments, injected }: ReducedSystem,
): Float64Array {
  const across = before === volts ? filamentVolts.slice() : acrossFilaments(network, before);
  for (let k = 0; k < atFilaments.length; k++) addScaled(across, atFilaments[k]!, injected[k]!);
  return across;
}

/** `voltsAfter` of every node. */
function voltsOfAll({ before, rows, injected }: ReducedSystem): Float64Array {
  const all = before.slice();
  for (let k = 0; k < rows.length; k++) addScaled(all, rows[k]!, injected[k]!);
  return all;
}

function addScaled(all: Float64Array, row: Float64Array, factor: number): void {
  if (factor === 0) return;
  for (let node = 0; node < all.length; node++) all[node]! += factor * row[node]!;
}

/** `ohmsBetween` of every node and one: the same sum, run over whole rows. */
function ohmsOfAll(
  { transferOhms, ownOhms }: LinearisedNetwork,
  { rows, weights }: ReducedSystem,
  other: number,
): Float64Array {
  const size = rows.length;
  const weight = weights();
  const all = Float64Array.from(ownOhms());
  if (other !== REFERENCE) {
    const there = all[other]!;
    addScaled(all, transferOhms(other), -2);
    for (let node = 0; node < all.length; node++) all[node]! += there;
  }
  for (let i = 0; i < size; i++) {
    for (let j = i; j < size; j++) {
      const both = i === j ? weight[i * size + i]! : weight[i * size + j]! + weight[j * size + i]!;
      if (both === 0) continue;
      const [one, two] = [rows[i]!, rows[j]!];
      const [onesOther, twosOther] = [one[other]!, two[other]!];
      for (let node = 0; node < all.length; node++) {
        all[node]! -= both * (one[node]! - onesOther) * (two[node]! - twosOther);
      }
    }
  }
  return all;
}

/** Ohms between two nodes after the change: uᵀ·Z'·u with u = +1 at the one, -1 at the other. */
function ohmsBetween(
  { transferOhms, ownOhms }: LinearisedNetwork,
  { rows, weights }: ReducedSystem,
  other: number,
  node: number,
): number {
  const size = rows.length;
  const weight = weights();
  const own = ownOhms();
  // Z is symmetric: what a node has towards those of N is what their rows have at it.
  const seen = (row: Float64Array) => row[node]! - row[other]!;
  let ohms = own[node]! + own[other]! - 2 * transferOhms(other)[node]!;
  for (let i = 0; i < size; i++) {
    let inner = 0;
    for (let j = 0; j < size; j++) inner += weight[i * size + j]! * seen(rows[j]!);
    ohms -= seen(rows[i]!) * inner;
  }
  return ohms;
}
