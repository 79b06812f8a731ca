import type { Circuit, Section } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import type { OperatingState } from '../circuit/operatingState';
import { terminalsOf } from '../circuit/terminals';
import { CoreError } from '../errors';
import type { Fault } from '../faults/fault';
import { kindOf } from '../parts/partKinds';
import { wireOhms } from '../wire/resistance';
import type { Branch, Filament, Network, NetworkBuilder, SwitchingDevice } from './network';
import { REFERENCE } from './network';
import { leastSectionOhms } from './tolerances';

/** Ohms of a section's wire. */
export function sectionOhms(section: Section): number {
  return Math.max(leastSectionOhms, wireOhms(section.areaMm2, section.lengthMetres));
}

/**
 * The network of a circuit in a state, node by node and element by element.
 * @param fault - put in as elements of its own. The search never does this (it updates the healthy solution);
 *   it is the plain way, for checking that one and for exporting a netlist.
 * @throws {CoreError} `circuit/unknown-terminal` when a section ends on nothing
 */
export function compileNetwork(circuit: Circuit, state: OperatingState, fault?: Fault): Network {
  const nodeOf = new Map<TerminalRef, number>();
  let nodeCount = 1;
  for (const part of circuit.parts) {
    for (const terminal of terminalsOf(part)) nodeOf.set(terminal, nodeCount++);
  }
  const node = (terminal: TerminalRef): number => {
    const found = nodeOf.get(terminal);
    if (found === undefined) {
      throw new CoreError('circuit/unknown-terminal', `The circuit has no terminal ${terminal}.`, {
        terminal,
      });
    }
    return found;
  };
  const branches: Branch[] = [];
  const filaments: Filament[] = [];
  const switches: SwitchingDevice[] = [];
  const builder: NetworkBuilder = {
    resistor: (owner, a, b, ohms) => branches.push({ owner, a, b, siemens: 1 / ohms, sourceVolts: 0 }),
    source: (owner, a, b, volts, ohms) =>
      branches.push({ owner, a, b, siemens: 1 / ohms, sourceVolts: volts }),
    filament: (owner, a, b, model) => filaments.push({ owner, a, b, ...model }),
    switching: (device) => switches.push(device),
  };
  for (const part of circuit.parts) {
    if (state.apart.includes(part.id)) continue;
    kindOf(part).stamp(part, {
      builder,
      state,
      nominalVolts: circuit.nominalVolts,
      node: (terminal) => node(`${part.id}.${terminal}`),
    });
  }
  const sectionBranch = new Map<string, number>();
  for (const section of circuit.sections) {
    const [a, b, ohms] = [node(section.from), node(section.to), sectionOhms(section)];
    if (fault?.section !== section.id) {
      sectionBranch.set(section.id, branches.length);
      builder.resistor(section.id, a, b, ohms);
    } else if (fault.kind === 'short to ground') {
      const middle = nodeCount++;
      builder.resistor(section.id, a, middle, ohms * fault.position);
      builder.resistor(section.id, middle, b, ohms * (1 - fault.position));
      builder.resistor('fault', middle, REFERENCE, fault.ohms);
    }
  }
  return { nodeCount, nodeOf, branches, filaments, switches, sectionBranch };
}
