import { connectivity } from './connectivity';
import type { Connectivity } from './connectivity';
import { CoreError } from '../errors';
import { filamentAmps, filamentSiemens } from '../physics/filament';
import type { Network } from './network';
import { REFERENCE } from './network';
import type { LdlFactor, LdlStructure, MatrixEntry } from './sparseLdl';
import { ldlFactor, ldlInverseDiagonal, ldlSolveInPlace, ldlStructure } from './sparseLdl';
import { gminSiemens, filamentAbsoluteAmps, filamentRelativeTolerance, newtonRounds } from './tolerances';

/** A filament near its operating point: `amps = siemens * volts + offsetAmps`. */
export interface FilamentLine {
  readonly siemens: number;
  readonly offsetAmps: number;
}

/**
 * A network with its switching devices held and its filaments replaced by their tangents, solved: voltages, and
 * the transfer resistances from which every small change of it follows.
 */
export interface LinearisedNetwork {
  readonly network: Network;
  readonly joined: readonly boolean[];
  readonly connectivity: Connectivity;
  readonly filamentLines: readonly FilamentLine[];
  /** Volts of each node against the reference; inside a floating group, against its anchor. */
  readonly volts: Float64Array;
  /** Volts at every node for an amp into this one, ohms; symmetric. Worked out when first asked for, and kept. */
  readonly transferOhms: (node: number) => Float64Array;
  /** The same for an amp into one node and out of another. */
  readonly transferOhmsBetween: (a: number, b: number) => Float64Array;
  /** Volts across each filament. */
  readonly filamentVolts: Float64Array;
  /** Volts across each filament for an amp into one node and out of another. */
  readonly filamentOhmsBetween: (a: number, b: number) => Float64Array;
  /** Volts at every node for amps put into each, which are overwritten by them. Cost: one pair of triangular solves. */
  readonly voltsOfAmpsInPlace: (amps: Float64Array) => void;
  /** The diagonal of that: ohms from each node to the reference. Worked out once, without keeping the rest. */
  readonly drivingPointOhms: () => Float64Array;
}

/** The tangent of a filament at so many volts. */
export function filamentLine(model: Parameters<typeof filamentAmps>[0], volts: number): FilamentLine {
  const siemens = filamentSiemens(model, volts);
  return { siemens, offsetAmps: filamentAmps(model, volts) - siemens * volts };
}

/** Whether a tangent still gives the filament's own current at these volts. */
export function lineHolds(
  model: Parameters<typeof filamentAmps>[0],
  line: FilamentLine,
  volts: number,
  relativeTolerance: number,
): boolean {
  const amps = filamentAmps(model, volts);
  const miss = Math.abs(line.siemens * volts + line.offsetAmps - amps);
  return miss <= relativeTolerance * Math.abs(amps) + filamentAbsoluteAmps;
}

/**
 * Solves a network with its switching devices held as `joined` says.
 * @param start - tangents near those that it will settle on, in the order of its filaments
 * @throws {CoreError} `solver/no-convergence` when filaments do not settle, naming one
 * Cost: one sparse factoring per Newton round; then one pair of triangular solves for each node that is asked about.
 */
export function linearise(
  network: Network,
  joined: readonly boolean[],
  start?: readonly FilamentLine[],
): LinearisedNetwork {
  const { filaments, nodeCount } = network;
  const connected = connectedBy(network, joined);
  let lines = start ?? filaments.map((filament) => filamentLine(filament, 0));
  let structure: LdlStructure | undefined;
  for (let round = 0; round < newtonRounds; round++) {
    const { factor, injected }: Assembled = assemble(network, joined, connected, lines, structure);
    structure = factor;
    const volts = new Float64Array(nodeCount);
    const work = new Float64Array(nodeCount - 1);
    ldlSolveInPlace(factor, injected, work);
    volts.set(injected, 1);
    const across = acrossFilaments(network, volts);
    if (
      filaments.every((filament, index) =>
        lineHolds(filament, lines[index]!, across[index]!, filamentRelativeTolerance),
      )
    ) {
      return {
        network,
        joined,
        connectivity: connected,
        filamentLines: lines,
        volts,
        filamentVolts: across,
        ...transfers(factor, network),
      };
    }
    lines = filaments.map((filament, index) => filamentLine(filament, across[index]!));
  }
  const owner = filaments[0]?.owner ?? '';
  throw new CoreError(
    'solver/no-convergence',
    `The filaments of this circuit do not settle (first: ${owner}).`,
    {
      owner,
    },
  );
}

/** What hangs together while these devices conduct. */
function connectedBy({ branches, filaments, switches, nodeCount }: Network, joined: readonly boolean[]) {
  return connectivity(nodeCount, [
    ...branches.map(({ a, b }) => [a, b] as const),
    ...filaments.map(({ a, b }) => [a, b] as const),
    ...switches.filter((_device, index) => joined[index]).map(({ a, b }) => [a, b] as const),
  ]);
}

/** Volts of every node in the moment of switching on, while every filament is still cold. */
export function coldVolts(network: Network, joined: readonly boolean[]): Float64Array {
  const { filaments, nodeCount } = network;
  const connected = connectedBy(network, joined);
  const cold = filaments.map((filament) => filamentLine(filament, 0));
  const { factor, injected } = assemble(network, joined, connected, cold);
  ldlSolveInPlace(factor, injected, new Float64Array(nodeCount - 1));
  const volts = new Float64Array(nodeCount);
  volts.set(injected, 1);
  return volts;
}

/** A conductance matrix without the reference's row, factored, and the currents put into each node. */
interface Assembled {
  readonly factor: LdlFactor;
  readonly injected: Float64Array;
}

/** @param structure - of the same network with other filament lines, where it is known */
function assemble(
  { branches, filaments, switches, nodeCount }: Network,
  joined: readonly boolean[],
  connected: Connectivity,
  lines: readonly FilamentLine[],
  structure?: LdlStructure,
): Assembled {
  const entries: MatrixEntry[] = [];
  const injected = new Float64Array(nodeCount - 1);
  const conductance = (a: number, b: number, siemens: number) => {
    if (a === b) return;
    if (a !== REFERENCE) entries.push([a - 1, a - 1, siemens]);
    if (b !== REFERENCE) entries.push([b - 1, b - 1, siemens]);
    if (a !== REFERENCE && b !== REFERENCE) entries.push([a - 1, b - 1, -siemens]);
  };
  const current = (a: number, b: number, amps: number) => {
    if (a !== REFERENCE) injected[a - 1]! -= amps;
    if (b !== REFERENCE) injected[b - 1]! += amps;
  };
  for (const { a, b, siemens, sourceVolts } of branches) {
    conductance(a, b, siemens);
    if (sourceVolts !== 0) current(a, b, -siemens * sourceVolts);
  }
  filaments.forEach(({ a, b }, index) => {
    conductance(a, b, lines[index]!.siemens);
    current(a, b, lines[index]!.offsetAmps);
  });
  switches.forEach(({ a, b, ohms, sourceVolts }, index) => {
    if (!joined[index]) return;
    conductance(a, b, 1 / ohms);
    if (sourceVolts !== undefined) current(a, b, -sourceVolts / ohms);
  });
  for (const anchor of connected.anchors) conductance(anchor, REFERENCE, gminSiemens);
  return { factor: ldlFactor(structure ?? ldlStructure(nodeCount - 1, entries), entries), injected };
}

/** What volts at every node make across each filament. */
export function acrossFilaments({ filaments }: Network, volts: Float64Array): Float64Array {
  const across = new Float64Array(filaments.length);
  for (let index = 0; index < across.length; index++) {
    const { a, b } = filaments[index]!;
    across[index] = volts[a]! - volts[b]!;
  }
  return across;
}

/** Columns of the inverse, with a zero for the reference. */
function transfers(factor: LdlFactor, network: Network) {
  const { nodeCount } = network;
  const known = new Array<Float64Array | undefined>(nodeCount);
  const work = new Float64Array(nodeCount - 1);
  const solveInto = (column: Float64Array, node: number) => {
    column.fill(0);
    if (node !== REFERENCE) column[node - 1] = 1;
    ldlSolveInPlace(factor, column, work);
  };
  let own: Float64Array | null = null;
  const transferOhms = (node: number): Float64Array => {
    const found = known[node];
    if (found !== undefined) return found;
    const row = new Float64Array(nodeCount);
    solveInto(row.subarray(1), node);
    known[node] = row;
    return row;
  };
  const keptByPair = (make: (a: number, b: number) => Float64Array) => {
    const kept = new Map<number, Float64Array>();
    return (a: number, b: number) => {
      const key = a * nodeCount + b;
      const found = kept.get(key) ?? make(a, b);
      kept.set(key, found);
      return found;
    };
  };
  const transferOhmsBetween = keptByPair((a, b) => {
    if (b === REFERENCE) return transferOhms(a);
    const [into, out] = [transferOhms(a), transferOhms(b)];
    return into.map((ohms, node) => ohms - out[node]!);
  });
  return {
    transferOhms,
    transferOhmsBetween,
    filamentOhmsBetween: keptByPair((a, b) => acrossFilaments(network, transferOhmsBetween(a, b))),
    voltsOfAmpsInPlace(this: void, amps: Float64Array): void {
      amps[REFERENCE] = 0;
      ldlSolveInPlace(factor, amps.subarray(1), work);
    },
    drivingPointOhms(this: void): Float64Array {
      if (own !== null) return own;
      own = new Float64Array(nodeCount);
      own.set(ldlInverseDiagonal(factor), 1);
      return own;
    },
  };
}
