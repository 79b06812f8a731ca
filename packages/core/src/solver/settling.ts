import type { Fault } from '../faults/fault';
import { inverted, stuckState } from './stuckState';
import type { Network, SwitchingDevice } from '../network/network';
import { nearLimit } from '../network/tolerances';
import type { UpdatedNetwork } from './updatedNetwork';
import type { Phase, Solution } from './solution';
import { averaged, solutionOf } from './solution';

/** A network solved with its switching devices standing so, under a fault. */
export type SolvedWith = (joined: readonly boolean[], fault: Fault | null) => UpdatedNetwork;

/** Devices as they are while nothing is wrong with them: nothing held, their own ohms. The same for thousands of faults. */
function asMade(network: Network) {
  const known = sound.get(network);
  if (known !== undefined) return known;
  const { switches } = network;
  const made = { held: switches.map((): boolean | null => null), ohms: switches.map(({ ohms }) => ohms) };
  sound.set(network, made);
  return made;
}

const sound = new WeakMap<
  Network,
  { readonly held: readonly (boolean | null)[]; readonly ohms: readonly number[] }
>();

/** Which devices faults of their owners hold, and how; null for those that they do not. */
export function heldDevices({ switches }: Network, faults: readonly Fault[]): readonly (boolean | null)[] {
  return switches.map((device): boolean | null => {
    for (const fault of faults) {
      if (fault.kind !== 'part' || fault.part !== device.owner) continue;
      const held = stuckState(fault.effect, device);
      if (held !== null) return held;
    }
    return null;
  });
}

/** A network under one fault, settled: devices that it holds stand so, contacts that it inverts work the other way. */
export function settle(network: Network, solved: SolvedWith, fault: Fault | null): Solution {
  const held = fault?.kind === 'part' ? heldDevices(network, [fault]) : asMade(network).held;
  const invert = fault?.kind === 'part' && fault.effect.kind === 'invert' ? fault.effect.role : null;
  if (fault?.kind !== 'part' || invert === null) return settleHeld(network, solved, fault, held);
  const switches = network.switches.map((device) =>
    device.owner === fault.part && device.role === invert ? inverted(device) : device,
  );
  return settleHeld({ ...network, switches }, solved, fault, held);
}

/**
 * Lets contacts, outputs and fuses follow the voltages until nothing moves any more. All start at rest, as when
 * the supply is connected; what the fault holds stays as it is.
 *
 * What opens for good waits until all else has come to rest, as it does in a vehicle, where a fuse takes longer than a
 * contact: then the one that carries most beyond what it bears opens first, and all settles anew. What never comes to
 * rest (a relay whose own contact takes its volts away) goes round through the same few phases; the solution then is
 * their average, and a fuse counts by its average load.
 */
export function settleHeld(
  network: Network,
  solved: SolvedWith,
  fault: Fault | null,
  held: readonly (boolean | null)[],
  faults: readonly Fault[] = fault === null ? [] : [fault],
): Solution {
  const { switches } = network;
  let joined: readonly boolean[] = switches.map((device, index) => held[index] ?? device.atRest);
  const ohmsOf =
    fault?.kind === 'part' && fault.effect.kind === 'added'
      ? switches.map((device) => device.ohms + addedTo(fault, device))
      : asMade(network).ohms;
  const opened = new Set<number>();
  let near = false;
  for (;;) {
    const phases = roundUntilRest(network, joined, (each) => solved(each, fault), held, ohmsOf, opened);
    const { blows, nearly } = mostOverloaded(network, phases, held, ohmsOf, opened);
    near ||= nearly;
    if (blows < 0) {
      const [only, ...more] = phases.map((phase) =>
        solutionOf(network, fault, faults, phase, held, opened, near),
      );
      return more.length === 0 ? only! : averaged([only!, ...more], chattering(network, phases));
    }
    opened.add(blows);
    joined = phases[0]!.joined.map((each, index) => each && index !== blows);
  }
}

/**
 * Moves every device but the fuses until none moves: one phase where they come to rest, else those that they go round
 * through. All move at once at first, as they do in time; should that go round, one after the other, since two that
 * cross each other's path may well come to rest.
 */
function roundUntilRest(
  network: Network,
  start: readonly boolean[],
  solve: (joined: readonly boolean[]) => UpdatedNetwork,
  held: readonly (boolean | null)[],
  ohmsOf: readonly number[],
  opened: ReadonlySet<number>,
): readonly Phase[] {
  const { switches } = network;
  const standsIn = standing(network);
  /** How they stand next: all that move, or the first of them; null where none does, as under most faults. */
  const moved = (joined: readonly boolean[], { volts }: UpdatedNetwork, together: boolean) => {
    let next: boolean[] | null = null;
    for (let index = 0; index < switches.length; index++) {
      const device = switches[index]!;
      const now = joined[index]!;
      if (held[index] !== null || (isFuse(device) && device.protects !== true && !opened.has(index)))
        continue;
      const stands = (role: string) => joined[standsIn(device.owner, role)] ?? false;
      const then = !opened.has(index) && device.next(now, volts, stands, ohmsOf[index]!);
      if (then === now) continue;
      next ??= [...joined];
      next[index] = then;
      if (!together) break;
    }
    return next;
  };
  const first = solve(start);
  if (moved(start, first, false) === null) return [{ joined: start, updated: first }];
  let cycle: readonly Phase[] = [];
  for (const together of [true, false]) {
    const met = new Map<string, number>();
    const phases: Phase[] = [];
    let joined = start;
    for (;;) {
      const key = joined.map(Number).join('');
      const before = met.get(key);
      if (before !== undefined) {
        cycle = phases.slice(before);
        break;
      }

      const updated = joined === start ? first : solve(joined);
      met.set(key, phases.push({ joined, updated }) - 1);
      const next = moved(joined, updated, together);
      if (next === null) return [{ joined, updated }];
      joined = next;
    }
  }
  return cycle;
}

/** Whether a device opens for good on too much current. */
function isFuse({ latched, overload }: SwitchingDevice): boolean {
  return latched === true && overload !== undefined;
}

/**
 * The fuse that carries most beyond what it bears, on average over some phases; -1 where none does. `nearly`: some fuse's
 * load is so near to what opens it that another of its rating would do otherwise.
 */
function mostOverloaded(
  { switches }: Network,
  phases: readonly Phase[],
  held: readonly (boolean | null)[],
  ohmsOf: readonly number[],
  opened: ReadonlySet<number>,
): { readonly blows: number; readonly nearly: boolean } {
  let [most, found, quick, nearly] = [1, -1, false, false];
  for (let index = 0; index < switches.length; index++) {
    const device = switches[index]!;
    if (!isFuse(device) || held[index] !== null || opened.has(index)) continue;
    const protects = device.protects === true;
    if (quick && !protects) continue;
    const load = loadOf(index, device, phases, ohmsOf);
    nearly ||= !protects && load > 1 / nearLimit && load < nearLimit;
    if (load < 1) continue;
    // What protects itself is quicker than any fuse. Of two in series with the same load, the first in the document opens.
    if (protects && !quick) [most, found, quick] = [load, index, true];
    else if (load >= most * (found < 0 ? 1 : 1 + 1e-6)) [most, found] = [load, index];
  }
  return { blows: found, nearly };
}

/** What a fuse carries on average over some phases, as a multiple of what opens it. */
function loadOf(
  index: number,
  { overload }: SwitchingDevice,
  phases: readonly Phase[],
  ohmsOf: readonly number[],
): number {
  return (
    phases.reduce(
      (sum, { joined, updated }) =>
        sum + (joined[index] && overload !== undefined ? overload(updated.volts, ohmsOf[index]!) : 0),
      0,
    ) / phases.length
  );
}

/** The owner of the first device that stands differently in two phases. */
function chattering({ switches }: Network, phases: readonly Phase[]): string | null {
  const found = switches.find((_device, index) =>
    phases.some(({ joined }) => joined[index] !== phases[0]!.joined[index]),
  );
  return found?.owner ?? null;
}

/** Ohms that a fault put in as an update adds to a device; a network compiled with its faults has them already. */
function addedTo(fault: Fault | null, { owner, role }: SwitchingDevice): number {
  const added = fault?.kind === 'part' && fault.part === owner && fault.effect.kind === 'added';
  return added && fault.effect.role === role ? fault.effect.ohms : 0;
}

/** Where each owner's device of a role stands among the switching devices. */
function standing({ switches }: Network): (owner: string, role: string) => number {
  const found = new Map<string, number>();
  return (owner, role) => {
    if (found.size === 0) switches.forEach((each, index) => found.set(`${each.owner} ${each.role}`, index));
    return found.get(`${owner} ${role}`) ?? -1;
  };
}
