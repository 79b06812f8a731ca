import type { Circuit, Control, Place, Section } from '../src/circuit/circuit';
import type { OperatingState } from '../src/circuit/operatingState';
import { restingState } from '../src/circuit/restingState';
import type { TerminalRef } from '../src/circuit/terminalRef';
import type { Fault } from '../src/faults/fault';
import type { ModulePin } from '../src/circuit/parts/module';
import type { Part } from '../src/circuit/parts/part';
import type { InstrumentId } from '../src/instruments/instruments';
import { predictOn } from '../src/instruments/instrument';
import { instrumentById } from '../src/instruments/instruments';
import { simplePrediction } from '../src/instruments/simplePrediction';
import { stateSolver } from '../src/solver/stateSolver';
import { wire } from './bareChain';

const here: Place = { id: 'here', name: 'here', reachMinutes: 1, hazards: [], visibility: 0.5 };

/** What every part of a small circuit has. */
export const common = (id: string) => ({ id, name: id, place: 'here' });

/** Battery `BAT` of 12.6 V and ground `G`, joined by `WG`. */
export const supply: readonly Part[] = [
  { ...common('BAT'), kind: 'battery', volts: 12.6, internalOhms: 0.02 },
  { ...common('G'), kind: 'ground' },
];

export const bladeFuse = (id: string, ratingAmps: number): Part => ({
  ...common(id),
  kind: 'fuse',
  style: 'regular blade',
  ratingAmps,
  centre: 'box',
  cavity: id,
});

/** A module `M` with its supply on pin 1, its ground on pin 2, and further pins. */
export const moduleWith = (...pins: readonly ModulePin[]): Part => ({
  ...common('M'),
  kind: 'module',
  pins: [{ pin: '1', role: 'supply' }, { pin: '2', role: 'ground' }, ...pins],
});

/** Some parts on a battery, joined by a metre of 1 mm² each: `W0`, `W1` … in the order of the joints. */
export function smallCircuit(
  parts: readonly Part[],
  joints: readonly (readonly [TerminalRef, TerminalRef])[],
  more: { readonly controls?: readonly Control[]; readonly places?: readonly Place[] } = {},
): Circuit {
  const wires: readonly Section[] = joints.map(([from, to], i) => wire(`W${i}`, from, to, 'here'));
  return {
    format: 'grim-lantern/circuit',
    version: 1,
    name: 'small',
    nominalVolts: 12,
    places: more.places ?? [here],
    strips: [],
    controls: more.controls ?? [],
    parts: [...supply, ...parts],
    sections: [wire('WG', 'BAT.-', 'G.x', 'here'), ...wires],
  };
}

/** A circuit solved in a state, asked by terminal. */
export function solved(
  circuit: Circuit,
  state: OperatingState = restingState(circuit),
  fault: Fault | null = null,
) {
  const solution = stateSolver(circuit, state).solve(fault);
  const node = (terminal: TerminalRef) => {
    const found = solution.network.nodeOf.get(terminal);
    if (found === undefined) throw new Error(`no terminal ${terminal}`);
    return found;
  };
  return {
    solution,
    volts: (terminal: TerminalRef) => solution.volts(node(terminal)),
    floats: (terminal: TerminalRef) => solution.floating(node(terminal)),
    across: (one: TerminalRef, other: TerminalRef) => solution.volts(node(one)) - solution.volts(node(other)),
    /** Ohms to the body, as a meter sees them with the power off. */
    ohms: (terminal: TerminalRef) => solution.thevenin(node(terminal), 0).ohms,
    amps: (section: string) => solution.sectionAmps(section, 'from'),
  };
}

export const shortAt = (section: string, ohms: number, position = 0.5): Fault => ({
  kind: 'short to ground',
  section,
  ohms,
  position,
});
export const lamp = (id: string, watts: number): Part => ({ ...common(id), kind: 'lamp', watts, count: 1 });
/** What an instrument would show, in a word or two. */
export const shows = (
  circuit: Circuit,
  state: OperatingState,
  instrument: InstrumentId,
  at: string,
  fault: Fault | null = null,
) => {
  const solved = { circuit, state, solution: stateSolver(circuit, state).solve(fault) };
  return simplePrediction(instrumentById(instrument), predictOn(instrumentById(instrument), solved, at));
};
