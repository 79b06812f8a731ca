import type { Circuit, Section } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import type { OperatingState } from '../circuit/operatingState';
import { terminalsOf } from '../circuit/terminals';
import { CoreError } from '../errors';
import type { Effect } from '../faults/effect';
import type { Fault } from '../faults/fault';
import { kindOf } from '../parts/partKinds';
import { wireOhms } from '../wire/resistance';
import type { Branch, Filament, Network, NetworkBuilder, SwitchingDevice } from './network';
import { heldBy } from './heldBy';
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
  const elements = partElements(circuit, state, node, fault);
  const supply = supplyNode(circuit, nodeOf);
  const sectionBranch = new Map<string, number>();
  for (const section of circuit.sections) {
    const { id } = section;
    const [a, b, ohms] = [node(section.from), node(section.to), sectionOhms(section)];
    const wire = (from: number, to: number, size: number) =>
      elements.branches.push({ owner: id, role: 'wire', a: from, b: to, siemens: 1 / size, sourceVolts: 0 });
    if (fault === undefined || fault.kind === 'part' || fault.section !== id) {
      sectionBranch.set(id, elements.branches.length);
      wire(a, b, ohms);
    } else if (fault.kind === 'added resistance') {
      wire(a, b, ohms + fault.ohms);
    } else if (fault.kind !== 'open') {
      const middle = nodeCount++;
      wire(a, middle, ohms * fault.position);
      wire(middle, b, ohms * (1 - fault.position));
      wire(middle, fault.kind === 'short to ground' ? REFERENCE : (supply ?? REFERENCE), fault.ohms);
    }
  }
  return { nodeCount, nodeOf, sectionBranch, supply, ...elements };
}

/** What the parts put into the network, the failing one with its failure. */
function partElements(
  circuit: Circuit,
  state: OperatingState,
  node: (terminal: TerminalRef) => number,
  fault: Fault | undefined,
) {
  const branches: Branch[] = [];
  const filaments: Filament[] = [];
  const switches: SwitchingDevice[] = [];
  for (const part of circuit.parts) {
    if (state.apart.includes(part.id)) continue;
    const effect = fault?.kind === 'part' && fault.part === part.id ? fault.effect : null;
    const owner = part.id;
    const plain: NetworkBuilder = {
      resistor: (role, a, b, ohms) => branches.push({ owner, role, a, b, siemens: 1 / ohms, sourceVolts: 0 }),
      source: (role, a, b, volts, ohms) =>
        branches.push({ owner, role, a, b, siemens: 1 / ohms, sourceVolts: volts }),
      filament: (role, a, b, model) => filaments.push({ owner, role, a, b, ...model }),
      switching: (device) => switches.push({ owner, ...device }),
    };
    kindOf(part).stamp(part, {
      builder: effect === null ? plain : failing(plain, effect),
      state,
      nominalVolts: circuit.nominalVolts,
      node: (terminal) => node(`${part.id}.${terminal}`),
    });
    if (effect?.kind === 'short') {
      plain.resistor('fault', node(`${part.id}.${effect.terminal}`), REFERENCE, effect.ohms);
    }
  }
  return { branches, filaments, switches };
}

/** The node of the battery's positive post. */
function supplyNode(circuit: Circuit, nodeOf: ReadonlyMap<TerminalRef, number>): number | null {
  const battery = circuit.parts.find(({ kind }) => kind === 'battery');
  return battery === undefined ? null : (nodeOf.get(`${battery.id}.+`) ?? null);
}

/** A builder for a part that fails: the plain way, for checking the updates and for netlists. */
function failing(plain: NetworkBuilder, effect: Effect): NetworkBuilder {
  const cut = (role: string) => effect.kind === 'cut' && effect.role === role;
  const more = (role: string) => (effect.kind === 'added' && effect.role === role ? effect.ohms : 0);
  return {
    ...plain,
    resistor: (role, a, b, ohms) => (cut(role) ? undefined : plain.resistor(role, a, b, ohms + more(role))),
    filament: (role, a, b, model) => (cut(role) ? undefined : plain.filament(role, a, b, model)),
    switching(device) {
      const held = heldBy(effect, device);
      const ohms = device.ohms + more(device.role);
      plain.switching(
        held === null ? { ...device, ohms } : { ...device, ohms, atRest: held, next: () => held },
      );
    },
  };
}
