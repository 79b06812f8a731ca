import type { Circuit, Section } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import type { OperatingState } from '../circuit/operatingState';
import { terminalsOf } from '../circuit/terminals';
import { CoreError } from '../errors';
import type { Effect } from '../circuit/parts/effect';
import type { Fault } from '../faults/fault';
import { isPresent, liesIn } from '../faults/fault';
import { overcurrentContact } from '../circuit/parts/overcurrentContact';
import type { Unknowns } from '../circuit/parts/partKind';
import { whereAssumed } from '../circuit/parts/partKind';
import { kindOf } from '../circuit/parts/partKinds';
import { wireOhms } from '../physics/wireResistance';
import type { Branch, Filament, Network, NetworkBuilder, SwitchingDevice } from '../network/network';
import { stuckState, inverted, turned } from './stuckState';
import { REFERENCE } from '../network/network';
import { leastSectionOhms } from '../network/tolerances';

/** Ohms of a section's wire. */
function sectionOhms(section: Section, unknowns: Unknowns): number {
  const metres = whereAssumed(section, 'lengthMetres', section.lengthMetres, unknowns);
  return Math.max(leastSectionOhms, wireOhms(section.areaMm2, metres));
}

/**
 * The network of a circuit in a state, node by node and element by element.
 * @param faults - put in as elements of their own. The search for one fault never does this (it updates the healthy
 *   solution); it is the plain way, for whatever plays the world, for two faults at once and for exporting a netlist.
 * @param unknowns - where in its range each figure lies that a diagram does not give
 * @throws {CoreError} `circuit/unknown-terminal` when a section ends on nothing, `circuit/ohms` when a part has none
 */
export function compileNetwork(
  circuit: Circuit,
  state: OperatingState,
  faults: readonly Fault[] = [],
  unknowns: Unknowns = 'usual',
): Network {
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
  const present = faults.filter((each) => isPresent(each, state));
  const inside = (part: string, name: string): number => {
    const terminal: TerminalRef = `${part}.${name}`;
    if (!nodeOf.has(terminal)) nodeOf.set(terminal, nodeCount++);
    return node(terminal);
  };
  const elements = partElements(circuit, state, { node, inside }, present, unknowns);
  const supply = supplyNode(circuit, nodeOf);
  const middles = new Map<Fault, number>();
  const sectionBranch = new Map<string, number>();
  for (const section of circuit.sections) {
    const { id } = section;
    const [a, b, ohms] = [node(section.from), node(section.to), sectionOhms(section, unknowns)];
    const wire = (from: number, to: number, size: number) =>
      elements.branches.push({ owner: id, role: 'wire', a: from, b: to, siemens: 1 / size, sourceVolts: 0 });
    const fault = present.find((each) => liesIn(each, id));
    if (fault === undefined || fault.kind === 'part') {
      sectionBranch.set(id, elements.branches.length);
      wire(a, b, ohms);
    } else if (fault.kind === 'short to wire') {
      const middle = nodeCount++;
      wire(a, middle, ohms / 2);
      wire(middle, b, ohms / 2);
      const touched = middles.get(fault);
      if (touched !== undefined) wire(touched, middle, fault.ohms);
      middles.set(fault, middle);
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

/** The nodes of terminals, and of what lies behind them within a part. */
interface Nodes {
  readonly node: (terminal: TerminalRef) => number;
  readonly inside: (part: string, name: string) => number;
}

/** What the parts put into the network, the failing one with its failure. */
function partElements(
  circuit: Circuit,
  state: OperatingState,
  { node, inside }: Nodes,
  faults: readonly Fault[],
  unknowns: Unknowns,
) {
  const branches: Branch[] = [];
  const filaments: Filament[] = [];
  const switches: SwitchingDevice[] = [];
  for (const part of circuit.parts) {
    if (state.apart.includes(part.id)) continue;
    const owner = part.id;
    const effects = faults.flatMap((each) =>
      each.kind === 'part' && each.part === owner ? [each.effect] : [],
    );
    const plain: NetworkBuilder = {
      resistor: (role, a, b, ohms) =>
        branches.push({ owner, role, a, b, siemens: siemensOf(owner, ohms), sourceVolts: 0 }),
      source: (role, a, b, volts, ohms) =>
        branches.push({ owner, role, a, b, siemens: siemensOf(owner, ohms), sourceVolts: volts }),
      filament: (role, a, b, model) => filaments.push({ owner, role, a, b, ...model }),
      switching: (device) => switches.push({ owner, ...device }),
      inside: (name) => inside(owner, name),
    };
    const own = (terminal: string) => node(`${part.id}.${terminal}`);
    kindOf(part).stamp(part, {
      builder: effects.reduce(failing, plain),
      state,
      nominalVolts: circuit.nominalVolts,
      node: own,
      unknowns,
    });
    for (const effect of effects) {
      if (effect.kind === 'short') plain.resistor('fault', own(effect.terminal), REFERENCE, effect.ohms);
      if (effect.kind === 'tie')
        plain.resistor('fault', own(effect.terminal), own(effect.other), effect.ohms);
    }
  }
  layLeads(circuit, state, node, switches);
  return { branches, filaments, switches };
}

/** @throws {CoreError} `circuit/ohms` */
function siemensOf(owner: string, ohms: number): number {
  if (ohms > 0 && ohms < Infinity) return 1 / ohms;
  throw new CoreError('circuit/ohms', `Expected ohms above 0 in ${owner}: got ${ohms}.`, { owner, ohms });
}

/** Ohms of a fused test lead with its clips. Judgement. */
const leadOhms = 0.03;
/** Volts of a supply of one's own, as a share of nominal: a charged battery's. */
const ownSupplyShare = 12.6 / 12;

/** Each lead is a fuse between its ends; a supply of one's own stands behind it. */
function layLeads(
  circuit: Circuit,
  state: OperatingState,
  node: (terminal: TerminalRef) => number,
  switches: SwitchingDevice[],
): void {
  for (const { from, to, fuseAmps } of state.leads ?? []) {
    const own = from === 'own supply';
    const contact = overcurrentContact(
      node(to),
      own || from === 'ground' ? REFERENCE : node(from),
      leadOhms,
      fuseAmps,
      true,
      { sourceVolts: own ? ownSupplyShare * circuit.nominalVolts : 0 },
    );
    switches.push({ owner: `lead ${from} to ${to}`, ...contact });
  }
}

/** The node of the battery's positive post. */
function supplyNode(circuit: Circuit, nodeOf: ReadonlyMap<TerminalRef, number>): number | null {
  const battery = circuit.parts.find(({ kind }) => kind === 'battery');
  return battery === undefined ? null : (nodeOf.get(`${battery.id}.+`) ?? null);
}

/** A builder for a part that fails: the plain way, for checking the updates and for netlists. */
function failing(plain: NetworkBuilder, effect: Effect): NetworkBuilder {
  const across = (role: string, a: number, b: number) => {
    if (effect.kind === 'bridge' && effect.role === role) plain.resistor('fault', a, b, effect.ohms);
  };
  const cut = (role: string) => effect.kind === 'cut' && effect.role === role;
  const otherwise = (device: Omit<SwitchingDevice, 'owner'>) => {
    if (effect.kind === 'invert' && effect.role === device.role) return inverted(device);
    return effect.kind === 'turn' && effect.role === device.role ? turned(device) : device;
  };
  const more = (role: string) => (effect.kind === 'added' && effect.role === role ? effect.ohms : 0);
  return {
    ...plain,
    resistor(role, a, b, ohms) {
      if (!cut(role)) plain.resistor(role, a, b, ohms + more(role));
      across(role, a, b);
    },
    filament(role, a, b, model) {
      if (!cut(role)) plain.filament(role, a, b, model);
      across(role, a, b);
    },
    switching(own) {
      const device = otherwise(own);
      across(device.role, device.a, device.b);
      const held = stuckState(effect, device);
      const ohms = device.ohms + more(device.role);
      plain.switching(
        held === null ? { ...device, ohms } : { ...device, ohms, atRest: held, next: () => held },
      );
    },
  };
}
