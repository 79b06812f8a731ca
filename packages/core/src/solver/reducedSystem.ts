import type { FilamentLine, LinearisedNetwork } from '../network/linearised';
import { acrossFilaments } from '../network/linearised';
import { REFERENCE } from '../network/network';
import { invertSmall, solveSmall } from '../network/smallDense';
import type { FaultChange } from './faultChange';

/** What a change comes down to across the pairs of nodes that it touches. */
export interface ReducedSystem {
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

/** A change that touches nothing. */
export function noChange({ volts }: LinearisedNetwork): ReducedSystem {
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

/** Solves a change for the pairs that it touches, filaments on the chords that are given. */
export function reducedSystem(
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

/** Volts of a node after the change. */
export function voltsAfter({ before, rows, injected }: ReducedSystem, node: number): number {
  if (node === REFERENCE) return 0;
  let sum = before[node]!;
  for (let k = 0; k < rows.length; k++) sum += rows[k]![node]! * injected[k]!;
  return sum;
}

/** Volts across every filament. */
export function acrossAfter(
  { network, volts, filamentVolts }: LinearisedNetwork,
  { before, atFilaments, injected }: ReducedSystem,
): Float64Array {
  const across = before === volts ? filamentVolts.slice() : acrossFilaments(network, before);
  for (let k = 0; k < atFilaments.length; k++) addScaled(across, atFilaments[k]!, injected[k]!);
  return across;
}

/** `voltsAfter` of every node. */
export function voltsOfAll({ before, rows, injected }: ReducedSystem): Float64Array {
  const all = before.slice();
  for (let k = 0; k < rows.length; k++) addScaled(all, rows[k]!, injected[k]!);
  return all;
}

/** Adds a row times a factor to `all`, in place. */
export function addScaled(all: Float64Array, row: Float64Array, factor: number): void {
  if (factor === 0) return;
  for (let node = 0; node < all.length; node++) all[node]! += factor * row[node]!;
}

/** `ohmsBetween` of every node and one: the same sum, run over whole rows. */
export function ohmsOfAll(
  { transferOhms, drivingPointOhms }: LinearisedNetwork,
  { rows, weights }: ReducedSystem,
  other: number,
): Float64Array {
  const size = rows.length;
  const weight = weights();
  const all = Float64Array.from(drivingPointOhms());
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
export function ohmsBetween(
  { transferOhms, drivingPointOhms }: LinearisedNetwork,
  { rows, weights }: ReducedSystem,
  other: number,
  node: number,
): number {
  const size = rows.length;
  const weight = weights();
  const own = drivingPointOhms();
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
