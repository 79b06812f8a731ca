import type { Circuit } from '../circuit/circuit';
import { perCircuit } from '../circuit/perCircuit';
import type { PartFault } from '../faults/fault';
import { staysInHarness } from '../circuit/parts/effect';
import { kindOf } from '../circuit/parts/partKinds';
import { restingState } from '../circuit/restingState';
import { partById } from '../circuit/terminals';
import { REFERENCE } from '../network/network';
import { solveTogether } from '../solver/stateSolver';
import type { Fault } from '../faults/fault';
import type { Target } from './instrument';
import { defineInstrument, notApplicable } from './instrument';
import { ohmsScale, showOhms } from './ohmmeter';
import { loadTargets, watchedLoad } from './targets';

/** Ends the target of a part's case; a load's own target is what lies across it. */
const toCase = '~case';
/** What an assumed figure may be off, on the scale: half to twice. */
const assumedDeviation = 0.4;

const partOf = (at: Target) => at.split('~')[0]!;

/** Ohms of a load that is out of the vehicle, across its element or from its first pin to its case, by what is wrong in it. */
const benchOf = perCircuit((circuit) => {
  const benches = new Map<Target, (faults: readonly Fault[]) => number>();
  return (at: Target) => {
    const known = benches.get(at) ?? benchFor(circuit, at);
    benches.set(at, known);
    return known;
  };
});

function benchFor(circuit: Circuit, at: Target): (faults: readonly Fault[]) => number {
  const part = partById(circuit, partOf(at));
  // The part alone: no wire, no battery, compiled with what is wrong in it.
  const bench: Circuit = { ...circuit, parts: [part], sections: [] };
  const state = restingState(bench);
  const ends = at.endsWith(toCase)
    ? { a: kindOf(part).terminals(part)[0]!, b: null }
    : { a: watchedLoad(circuit, at).a, b: watchedLoad(circuit, at).b };
  const ohmsWith = (faults: readonly Fault[]) => {
    const { network, thevenin } = solveTogether(bench, state, faults);
    const node = (terminal: string) => network.nodeOf.get(`${part.id}.${terminal}`)!;
    return thevenin(node(ends.a), ends.b === null ? REFERENCE : node(ends.b)).ohms;
  };
  const sound = ohmsWith([]);
  const known = new WeakMap<Fault, number>();
  const isWithin = (fault: Fault): fault is PartFault =>
    fault.kind === 'part' && fault.part === part.id && !staysInHarness(fault.effect);
  return (faults) => {
    const within = faults.filter(isWithin);
    const [only, ...more] = within;
    if (only === undefined) return sound;
    if (more.length > 0) return ohmsWith(within);
    const found = known.get(only) ?? ohmsWith([only]);
    known.set(only, found);
    return found;
  };
}

/** A load by itself, unplugged: ohms across it, and to its case. Nothing else can be in that reading. */
export const partOhms = defineInstrument({
  id: 'part-ohms',
  name: 'ohms of the part',
  flag: 'measure it',
  display: { kind: 'number', scale: ohmsScale },
  electrical: true,
  minutes: 0.6,
  targets: (circuit) => {
    const loads = loadTargets(circuit);
    return [...loads, ...new Set(loads.map((at) => `${partOf(at)}${toCase}`))];
  },
  place: (circuit, at) => partById(circuit, partOf(at)).place,
  instruction: (circuit, at) =>
    at.endsWith(toCase)
      ? `Ohms from ${partById(circuit, partOf(at)).name} to its case, unplugged`
      : `Ohms across ${watchedLoad(circuit, at).name}, unplugged`,
  mayPropose: (_circuit, state, at) => state.apart.includes(partOf(at)),
  connect({ circuit, state }, at) {
    const part = partById(circuit, partOf(at));
    if (!state.apart.includes(part.id)) return notApplicable('It is still plugged in.');
    const assumed = part.assumed?.some((each) => each === 'ohms' || each === 'watts') === true;
    return {
      probe: { kind: 'bench', ohms: benchOf(circuit)(at) },
      show(volts, ohms) {
        const shown = showOhms(volts, ohms);
        return assumed && shown.kind === 'number'
          ? { ...shown, deviation: Math.hypot(shown.deviation, assumedDeviation) }
          : shown;
      },
    };
  },
});
