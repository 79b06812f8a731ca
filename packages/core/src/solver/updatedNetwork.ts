import { CoreError } from '../errors';
import type { Fault } from '../faults/fault';
import { faultChange } from './faultChange';
import type { FilamentLine, LinearisedNetwork } from './linearised';
import { filamentLine, lineHolds } from './linearised';
import { REFERENCE } from './network';
import { invertSmall } from './smallDense';
import { newtonRounds } from './tolerances';

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
}

/**
 * Puts a fault into a solved network without solving it again (Sherman, Morrison, Woodbury).
 *
 * Z transfer ohms, v node voltages, D added conductances on the touched nodes N, j added currents there:
 * v'_N = (1 + Z_NN·D)⁻¹·(v_N + Z_NN·j), and for any node p: v'_p = v_p + Z_pN·(j - D·v'_N).
 * Transfer ohms likewise: Z'_pq = Z_pq - Z_pN·W·Z_Nq with W = D·(1 + Z_NN·D)⁻¹.
 * A filament joins N when its tangent no longer gives its current; Newton then runs on N alone.
 */
export function updateNetwork(base: LinearisedNetwork, fault: Fault | null): UpdatedNetwork {
  const { network, volts, transferOhms, filamentLines } = base;
  const { nodeCount, filaments } = network;
  const change = faultChange(base, fault);
  if (change.conductances.length === 0) {
    return finish(
      (node) => volts[node]!,
      change.floating,
      (a, b) => ohmsBetween(transferOhms, nodeCount, a, b),
      base,
    );
  }
  const moved = new Map<number, FilamentLine>();
  for (let round = 0; round < newtonRounds; round++) {
    const system = reducedSystem(base, change.conductances, moved);
    const { nodes, injected } = system;
    const voltsOf = (node: number) => {
      let sum = volts[node]!;
      for (let k = 0; k < nodes.length; k++)
        sum += transferOhms[node * nodeCount + nodes[k]!]! * injected[k]!;
      return sum;
    };
    let settled = true;
    filaments.forEach((filament, index) => {
      const across = voltsOf(filament.a) - voltsOf(filament.b);
      if (lineHolds(filament, moved.get(index) ?? filamentLines[index]!, across)) return;
      moved.set(index, filamentLine(filament, across));
      settled = false;
    });
    if (settled) return finish(voltsOf, change.floating, ohmsAfter(base, system), base);
  }
  const owner = fault?.section ?? '';
  throw new CoreError('solver/no-convergence', `The filaments do not settle with the fault in ${owner}.`, {
    owner,
  });
}

interface ReducedSystem {
  readonly nodes: readonly number[];
  /** D, size × size. */
  readonly change: Float64Array;
  /** (1 + Z_NN·D)⁻¹, size × size. */
  readonly inverse: Float64Array;
  /** j - D·v'_N. */
  readonly injected: Float64Array;
}

function reducedSystem(
  base: LinearisedNetwork,
  conductances: readonly { a: number; b: number; siemens: number }[],
  moved: ReadonlyMap<number, FilamentLine>,
): ReducedSystem {
  const { network, volts, transferOhms, filamentLines } = base;
  const { nodeCount, filaments } = network;
  const added = [...conductances];
  for (const [index, line] of moved) {
    const { a, b } = filaments[index]!;
    added.push({ a, b, siemens: line.siemens - filamentLines[index]!.siemens });
  }
  const nodes = [...new Set(added.flatMap(({ a, b }) => [a, b]))].filter((node) => node !== REFERENCE);
  const size = nodes.length;
  const row = new Map(nodes.map((node, index) => [node, index]));
  const change = new Float64Array(size * size);
  const currents = new Float64Array(size);
  for (const { a, b, siemens } of added) {
    const [i, j] = [row.get(a), row.get(b)];
    if (i !== undefined) change[i * size + i]! += siemens;
    if (j !== undefined) change[j * size + j]! += siemens;
    if (i !== undefined && j !== undefined) {
      change[i * size + j]! -= siemens;
      change[j * size + i]! -= siemens;
    }
  }
  for (const [index, line] of moved) {
    const { a, b } = filaments[index]!;
    const amps = line.offsetAmps - filamentLines[index]!.offsetAmps;
    const [i, j] = [row.get(a), row.get(b)];
    if (i !== undefined) currents[i]! -= amps;
    if (j !== undefined) currents[j]! += amps;
  }
  const between = (i: number, j: number) => transferOhms[nodes[i]! * nodeCount + nodes[j]!]!;
  const matrix = new Float64Array(size * size);
  const driven = new Float64Array(size);
  for (let i = 0; i < size; i++) {
    driven[i] = volts[nodes[i]!]!;
    for (let j = 0; j < size; j++) {
      let sum = i === j ? 1 : 0;
      for (let k = 0; k < size; k++) sum += between(i, k) * change[k * size + j]!;
      matrix[i * size + j] = sum;
      driven[i]! += between(i, j) * currents[j]!;
    }
  }
  const inverse = invertSmall(matrix, size);
  const touched = multiply(inverse, driven, size);
  const drawn = multiply(change, touched, size);
  return { nodes, change, inverse, injected: currents.map((amps, i) => amps - drawn[i]!) };
}

/**
 * Ohms between two nodes after the change: uᵀ·Z·u - (Z_N·u)ᵀ·W·(Z_N·u) with u = +1 at a, -1 at b. W is worked out
 * on first use, since most solutions are only asked for volts.
 */
function ohmsAfter({ network, transferOhms }: LinearisedNetwork, { nodes, change, inverse }: ReducedSystem) {
  const size = nodes.length;
  const { nodeCount } = network;
  const seen = new Float64Array(size);
  let weights: Float64Array | null = null;
  return (a: number, b: number) => {
    weights ??= product(change, inverse, size);
    for (let i = 0; i < size; i++) {
      seen[i] = transferOhms[nodes[i]! * nodeCount + a]! - transferOhms[nodes[i]! * nodeCount + b]!;
    }
    let ohms = ohmsBetween(transferOhms, nodeCount, a, b);
    for (let i = 0; i < size; i++) {
      let inner = 0;
      for (let j = 0; j < size; j++) inner += weights[i * size + j]! * seen[j]!;
      ohms -= seen[i]! * inner;
    }
    return ohms;
  };
}

/** uᵀ·Z·u with u = +1 at a, -1 at b. */
function ohmsBetween(transferOhms: Float64Array, nodeCount: number, a: number, b: number): number {
  return (
    transferOhms[a * nodeCount + a]! + transferOhms[b * nodeCount + b]! - 2 * transferOhms[a * nodeCount + b]!
  );
}

function finish(
  volts: (node: number) => number,
  floating: (node: number) => boolean,
  ohmsOf: (a: number, b: number) => number,
  { connectivity }: LinearisedNetwork,
): UpdatedNetwork {
  const ports = new Map<number, Port>();
  const portOf = (a: number, b: number): Port => {
    const apart =
      floating(a) !== floating(b) || (floating(a) && connectivity.group[a] !== connectivity.group[b]);
    return { volts: volts(a) - volts(b), ohms: apart ? Infinity : Math.max(0, ohmsOf(a, b)) };
  };
  return {
    volts,
    floating,
    port(a, b) {
      if (b !== REFERENCE) return portOf(a, b);
      // Against the body, three instruments ask the same question of the same point.
      const known = ports.get(a) ?? portOf(a, b);
      ports.set(a, known);
      return known;
    },
  };
}

function multiply(matrix: Float64Array, vector: Float64Array, size: number): Float64Array {
  return Float64Array.from({ length: size }, (_value, i) => {
    let sum = 0;
    for (let j = 0; j < size; j++) sum += matrix[i * size + j]! * vector[j]!;
    return sum;
  });
}

function product(left: Float64Array, right: Float64Array, size: number): Float64Array {
  const result = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let k = 0; k < size; k++) {
      const factor = left[i * size + k]!;
      for (let j = 0; j < size; j++) result[i * size + j]! += factor * right[k * size + j]!;
    }
  }
  return result;
}
