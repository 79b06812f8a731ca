import { staysInHarness } from '../circuit/parts/effect';
import type { Fault } from '../faults/fault';
import { faultedId, liesIn } from '../faults/fault';
import { REFERENCE } from '../network/network';
import type { FaultTable } from '../solver/faultTable';
import type { Solution } from '../solver/solution';
import { hasDiodes } from '../solver/underLoad';

/** Two numbers off a solved circuit that settle what an instrument shows; a second that does not count is 0. */
export type Probe =
  /** Open-circuit volts between two nodes, and the ohms behind them. */
  | {
      readonly kind: 'port';
      readonly node: number;
      readonly against: number;
      /** What the instrument itself draws through, ohms, where it draws enough to turn a diode on. */
      readonly ohms?: number;
    }
  /** Volts between two nodes. */
  | { readonly kind: 'across'; readonly a: number; readonly b: number }
  /**
   * Volts across an element itself, as far as they still do its work: none where it is open inside, and without those
   * over ohms that a fault has put in series within its part. Then the volts across it, none where it is open inside.
   */
  | {
      readonly kind: 'work';
      readonly a: number;
      readonly b: number;
      readonly part: string;
      readonly role: string;
      /** Its own ohms, where others may have come to them. */
      readonly ohms?: number;
    }
  /** Amps in a wire, at one of its ends. */
  | { readonly kind: 'amps'; readonly section: string; readonly end: 'from' | 'to' }
  /** Amps in one of a part's own elements, from its first end to its other. */
  | { readonly kind: 'element amps'; readonly part: string; readonly role: string }
  /** Amps in a fuse as a share of its rating, infinite where they have opened it; and 1 for suspects in the wet. */
  | {
      readonly kind: 'fuse load';
      readonly fuse: string;
      readonly a: number;
      readonly b: number;
      readonly ohms: number;
      readonly ratingAmps: number;
      readonly wet: ReadonlySet<string>;
    }
  /** 1 where a switching device of a part conducts, or a module's input reads high; else 0. */
  | { readonly kind: 'stands'; readonly part: string; readonly role: string }
  /**
   * Volts of a module's signal pin above its ground; and those of its supply, below 0 while an output is not commanded, 0
   * where the module is dead as a whole.
   */
  | {
      readonly kind: 'monitor';
      readonly pin: number;
      readonly ground: number;
      readonly supply: number;
      readonly part: string;
      readonly role: string;
      /** Of all its signal pins: what holds them all off has taken its wits. */
      readonly signals: readonly string[];
    }
  /** The chance that the fault can be seen, by the suspect that it belongs to. */
  | { readonly kind: 'sight'; readonly chances: ReadonlyMap<string, number> }
  /** Ohms of a part by itself, by what is wrong. */
  | { readonly kind: 'bench'; readonly ohms: (faults: readonly Fault[]) => number }
  /** What is wrong within a part itself, whatever stands around it: `inWithin` has the numbers. */
  | { readonly kind: 'within'; readonly part: string }
  /** Nothing can be told in this setting. */
  | { readonly kind: 'vain' };

/** What a probe takes off one solution. */
export function observed(probe: Probe, solution: Solution): { first: number; second: number } {
  switch (probe.kind) {
    case 'port': {
      const { node, against, ohms: own } = probe;
      const { volts, ohms } =
        own === undefined
          ? solution.thevenin(node, against)
          : solution.loadedPort({ a: node, b: against, ohms: own });
      return { first: volts, second: ohms };
    }
    case 'across':
      return { first: voltsAcross(solution, probe.a, probe.b), second: 0 };
    case 'work':
      return {
        first: voltsAcross(solution, probe.a, probe.b) * workingShare(probe, solution.faults),
        second: isOpenInside(probe, solution.faults) ? 0 : voltsAcross(solution, probe.a, probe.b),
      };
    case 'amps':
      return { first: solution.sectionAmps(probe.section, probe.end), second: 0 };
    case 'element amps':
      return { first: elementAmps(probe, solution), second: 0 };
    case 'fuse load': {
      const { a, b, fuse, ohms, ratingAmps, wet } = probe;
      const element = { part: fuse, role: 'element', ohms };
      const own = voltsAcross(solution, a, b) * workingShare(element, solution.faults);
      const share = Math.abs(own) / ohms / ratingAmps;
      return {
        first: solution.blown.includes(fuse) ? Infinity : share,
        second: solution.faults.some((each) => wet.has(faultedId(each) ?? '')) ? 1 : 0,
      };
    }
    case 'stands':
      return { first: conducts(solution, probe) ? 1 : 0, second: 0 };
    case 'monitor': {
      const { pin, ground, supply } = probe;
      const own = isDeadAsAWhole(probe, solution.faults)
        ? 0
        : solution.volts(supply) - solution.volts(ground);
      return {
        first: solution.volts(pin) - solution.volts(ground),
        second: isCommanded(solution, probe) ? own : -own,
      };
    }
    case 'sight':
      return {
        first: solution.faults.reduce(
          (seen, each) => seen + (1 - seen) * (probe.chances.get(faultedId(each) ?? '') ?? 0),
          0,
        ),
        second: 0,
      };
    case 'bench':
      return { first: 0, second: probe.ohms(solution.faults) };
    case 'within':
      return { first: withinPart(probe.part, solution.faults), second: 0 };
    case 'vain':
      return { first: 0, second: 0 };
  }
}

/** Volts from one node to another; none where nothing ties the two together. */
function voltsAcross({ volts, floating, thevenin }: Solution, a: number, b: number): number {
  if ((floating(a) || floating(b)) && !Number.isFinite(thevenin(a, b).ohms)) return 0;
  return volts(a) - volts(b);
}

/** What a `within` probe takes off: nothing, a coil, a contact that sticks, one that is otherwise bad, or the wrong type. */
export const inWithin = { sound: 0, coil: 1, stuck: 2, burnt: 3, wrongType: 4 } as const;

function withinPart(part: string, faults: readonly Fault[]): number {
  for (const fault of faults) {
    if (fault.kind !== 'part' || fault.part !== part || staysInHarness(fault.effect)) continue;
    switch (fault.effect.kind) {
      case 'cut':
      case 'bridge':
      case 'turn':
      case 'short':
      case 'tie':
        return inWithin.coil;
      case 'hold':
        return inWithin.stuck;
      case 'added':
        return inWithin.burnt;
      case 'invert':
        return inWithin.wrongType;
    }
  }
  return inWithin.sound;
}

function elementAmps(
  { part, role }: { readonly part: string; readonly role: string },
  { network, volts }: Solution,
): number {
  const found = network.branches.find((each) => each.owner === part && each.role === role);
  return found === undefined ? 0 : found.siemens * (volts(found.a) - volts(found.b) - found.sourceVolts);
}

/** Whether a switching device of a part conducts. */
function conducts(
  { network, joined }: Solution,
  { part, role }: { readonly part: string; readonly role: string },
): boolean {
  return joined[network.switches.findIndex((each) => each.owner === part && each.role === role)] === true;
}

/** Whether a part's switching device is told to conduct, whether it does or not: what is held or has protected itself does not. */
function isCommanded(
  { network, joined, volts }: Solution,
  { part, role }: { readonly part: string; readonly role: string },
): boolean {
  const at = (wanted: string) =>
    network.switches.findIndex((each) => each.owner === part && each.role === wanted);
  const index = at(role);
  const device = network.switches[index];
  return device?.next(joined[index]!, volts, (other) => joined[at(other)] === true, device.ohms) === true;
}

/** Whether a fault holds every signal pin of a module with more than one. */
function isDeadAsAWhole(
  { part, signals }: { readonly part: string; readonly signals: readonly string[] },
  faults: readonly Fault[],
): boolean {
  return faults.some(
    (fault) =>
      fault.kind === 'part' &&
      fault.part === part &&
      fault.effect.kind === 'hold' &&
      !fault.effect.joined &&
      signals.length > 1 &&
      signals.length === 1 + (fault.effect.others?.length ?? 0),
  );
}

/** Share of the volts between an element's ends that is its own and still does its work (power goes with their square). */
function workingShare(
  { part, role, ohms }: { readonly part: string; readonly role: string; readonly ohms?: number },
  faults: readonly Fault[],
): number {
  return faults.reduce((share, fault) => {
    if (fault.kind !== 'part' || fault.part !== part) return share;
    const { effect } = fault;
    if (effect.kind === 'cut' && effect.role === role) return 0;
    if (effect.kind === 'added' && effect.role === role && ohms !== undefined) {
      return (share * ohms) / (ohms + effect.ohms);
    }
    return effect.kind === 'bridge' && effect.role === role ? share * Math.sqrt(effect.works ?? 1) : share;
  }, 1);
}

/** Whether a fault has opened an element itself: nothing flows in it, whatever lies across it. */
function isOpenInside(
  { part, role }: { readonly part: string; readonly role: string },
  faults: readonly Fault[],
): boolean {
  return faults.some(
    (fault) =>
      fault.kind === 'part' &&
      fault.part === part &&
      fault.effect.kind === 'cut' &&
      fault.effect.role === role,
  );
}

/** The same under many faults, each row of the table filled where it is not yet. */
export function observeAll(
  probe: Probe,
  table: FaultTable,
  faults: ArrayLike<number>,
  first: Float64Array,
  second: Float64Array,
): void {
  const count = faults.length;
  const draws = probe.kind === 'port' && probe.ohms !== undefined && hasDiodes(table.network);
  if (!table.keepsRows || draws) {
    observeEach(probe, table, faults, first, second);
    return;
  }
  switch (probe.kind) {
    case 'port': {
      const { node, against } = probe;
      for (let k = 0; k < count; k++) {
        const volts = table.volts(faults[k]!);
        first[k] = against === REFERENCE ? volts[node]! : volts[node]! - volts[against]!;
        second[k] = table.ohms(faults[k]!, against)[node]!;
      }
      return;
    }
    case 'amps': {
      const branch = table.network.branches[table.network.sectionBranch.get(probe.section) ?? -1];
      for (let k = 0; k < count; k++) {
        const fault = faults[k]!;
        // A fault within the wire makes its two ends differ.
        if (branch === undefined || liesIn(table.faults[fault] ?? null, probe.section)) {
          first[k] = observed(probe, table.solution(fault)).first;
        } else {
          const volts = table.volts(fault);
          first[k] = branch.siemens * (volts[branch.a]! - volts[branch.b]!);
        }
        second[k] = 0;
      }
      return;
    }
    case 'across':
    case 'work':
    case 'element amps':
    case 'fuse load':
    case 'stands':
    case 'monitor':
    case 'sight':
    case 'bench':
    case 'within':
    case 'vain':
      observeEach(probe, table, faults, first, second);
  }
}

/** The plain way: each solution asked by itself. */
function observeEach(
  probe: Probe,
  table: FaultTable,
  faults: ArrayLike<number>,
  first: Float64Array,
  second: Float64Array,
): void {
  for (let k = 0; k < faults.length; k++) {
    const both = observed(probe, table.solution(faults[k]!));
    first[k] = both.first;
    second[k] = both.second;
  }
}
