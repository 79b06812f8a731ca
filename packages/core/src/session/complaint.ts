import type { OperatingState } from '../circuit/operatingState';
import { restingState } from '../circuit/restingState';
import type { Circuit } from '../circuit/circuit';
import type { ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { predictOn } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import { likeliestValue } from '../instruments/likeliestValue';
import { loadTargets, watchedLoad } from '../instruments/targets';
import { controlsMoved } from '../planning/candidateStates';
import type { Solution } from '../solver/solution';
import { solveTogether } from '../solver/stateSolver';
import type { World } from './world';

/** What brings a vehicle to the workshop: what anyone would notice, each in the state in which it shows. */
export interface Complaint {
  readonly readings: readonly {
    readonly state: OperatingState;
    readonly test: Test;
    readonly value: ReadingValue;
  }[];
}

/**
 * Amps at rest beyond what a healthy vehicle takes that flatten its battery in some nights; and those at which a wire
 * that no fuse guards burns before anyone brings the vehicle in. Judgement.
 */
const drainAmps = 0.08;
const burnsAmps = 15;

/**
 * What anyone would notice of what is wrong: a fuse that blows (and that it held until something was switched on), loads that are dead, weak or run by themselves (and which of
 * the others work: somebody walked round it), a battery that goes flat. The states with the fewest controls moved are tried first. Null where nobody would notice.
 * @param looksAtFuses - false for a driver who tells what is dead, and has not looked whether a fuse has blown
 */
export function complaintOf(world: World, looksAtFuses = true): Complaint | null {
  const { circuit } = world;
  const rest = restingState(circuit);
  if (batteryAmps(world.solution(rest)) - batteryAmps(solveTogether(circuit, rest, [])) > burnsAmps)
    return null;
  const movedFrom = (before: OperatingState) =>
    controlsMoved(circuit, before).map((state) => ({ state, before }));
  const once = movedFrom(rest);
  const ways = [{ state: rest, before: null }, ...once, ...once.flatMap(({ state }) => movedFrom(state))];
  const seen = new Set<string>();
  for (const { state, before } of ways) {
    const key = JSON.stringify(state.controls);
    if (seen.has(key)) continue;
    seen.add(key);
    const fuse = opensIn(world, state);
    const told = fuse !== null && looksAtFuses ? null : loadTrouble(world, state);
    const found = told ?? (fuse === null ? null : blownFuse(world, fuse, state, before));
    if (found !== null) return found;
  }
  return drain(world, rest);
}

/** The fuse that opens when a state is first entered. */
function opensIn(world: World, state: OperatingState): string | null {
  const isFuse = (id: string) => world.circuit.parts.some((part) => part.id === id && part.kind === 'fuse');
  return world.solution(state).blown.find(isFuse) ?? null;
}

/** @param before - the state in which the fuse still held, if it was not blown from the start */
function blownFuse(
  world: World,
  fuse: string,
  state: OperatingState,
  before: OperatingState | null,
): Complaint {
  const test: Test = { instrument: 'fresh-fuse', at: fuse };
  const seen = (each: OperatingState) => ({ state: each, test, value: world.read(each, test) });
  return { readings: [...(before === null ? [] : [seen(before)]), seen(state)] };
}

function loadTrouble(world: World, state: OperatingState): Complaint | null {
  const { circuit } = world;
  const solution = solveTogether(circuit, state, []);
  const wrong: Complaint['readings'][number][] = [];
  const fine: Complaint['readings'][number][] = [];
  for (const at of loadTargets(circuit)) {
    if (watchedLoad(circuit, at).shows === 'not') continue;
    const test: Test = { instrument: 'load', at };
    const healthy = likeliest(circuit, state, solution, test);
    const actual = likeliest(circuit, state, world.solution(state), test);
    const reading = { state, test, value: { kind: 'outcome', outcome: actual } } as const;
    if (actual !== healthy) wrong.push(reading);
    else if (actual === 'works') fine.push(reading);
  }
  return wrong.length === 0 ? null : { readings: [...wrong, ...fine] };
}

function likeliest(circuit: Circuit, state: OperatingState, solution: Solution, test: Test): string {
  const instrument = instrumentById(test.instrument);
  const prediction = predictOn(instrument, { circuit, state, solution }, test.at);
  const value = likeliestValue(instrument.display, prediction);
  return value?.kind === 'outcome' ? value.outcome : '';
}

function drain(world: World, state: OperatingState): Complaint | null {
  const { circuit } = world;
  const battery = circuit.parts.find(({ kind }) => kind === 'battery');
  if (battery === undefined) return null;
  const more = batteryAmps(world.solution(state)) - batteryAmps(solveTogether(circuit, state, []));
  if (more < drainAmps) return null;
  const test: Test = { instrument: 'clamp-amps', at: battery.id };
  return { readings: [{ state, test, value: world.read(state, test) }] };
}

/** All that a battery gives. */
function batteryAmps({ volts, network }: Solution): number {
  const cells = network.branches.find(({ role, sourceVolts }) => role === 'cells' && sourceVolts > 0);
  return cells === undefined ? 0 : cells.siemens * (cells.sourceVolts - volts(cells.a) + volts(cells.b));
}
