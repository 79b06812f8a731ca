import { CoreError } from '../errors';
import type { Fault } from '../faults/fault';
import { faultedId } from '../faults/fault';
import type { FaultChange } from './faultChange';
import type { FilamentLine, LinearisedNetwork } from '../network/linearised';
import { filamentAmps } from '../physics/filament';
import { filamentLine, lineHolds } from '../network/linearised';
import { filamentUpdateTolerance, newtonRounds } from '../network/tolerances';
import type { ReducedSystem } from './reducedSystem';
import {
  acrossAfter,
  addScaled,
  noChange,
  ohmsBetween,
  ohmsOfAll,
  reducedSystem,
  voltsAfter,
  voltsOfAll,
} from './reducedSystem';

/** A pair of nodes as a source: open-circuit volts (a above b) and the ohms behind them, infinite when open. */
export interface TheveninEquivalent {
  readonly volts: number;
  readonly ohms: number;
}

/** A linearised network after a change of few conductances, its filaments settled anew. */
export interface UpdatedNetwork {
  readonly volts: (node: number) => number;
  readonly floating: (node: number) => boolean;
  readonly thevenin: (a: number, b: number) => TheveninEquivalent;
  /** Volts of every node. */
  readonly allVolts: () => Float64Array;
  /** Ohms behind every node against one of them, as `thevenin` gives them. */
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
 * @returns null where so many filaments move that solving anew is cheaper
 * @throws {CoreError} where filaments do not settle
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
function missedAmps({ network, volts, voltsOfAmpsInPlace }: LinearisedNetwork) {
  const amps = new Map<number, number>();
  let shifted = volts;
  return {
    of: (index: number) => amps.get(index) ?? 0,
    add(more: readonly (readonly [filament: number, amps: number])[]) {
      if (more.every(([, extra]) => extra === 0)) return;
      // All of them at once: where a fault moves a hundred lamps, one solve is a hundred times quicker than a row for each.
      const shift = new Float64Array(network.nodeCount);
      for (const [index, extra] of more) {
        amps.set(index, (amps.get(index) ?? 0) + extra);
        const { a, b } = network.filaments[index]!;
        shift[a]! -= extra;
        shift[b]! += extra;
      }
      voltsOfAmpsInPlace(shift);
      if (shifted === volts) shifted = volts.slice();
      addScaled(shifted, shift, 1);
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
    thevenin: (a, b) => ({ volts: voltsOf(a) - voltsOf(b), ohms: ohmsOf(a, b) }),
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
