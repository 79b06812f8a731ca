import type { Circuit, Section } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import { perCircuit } from '../circuit/perCircuit';
import { partById, sectionById, terminalsOf } from '../circuit/terminals';
import { partIdOf } from '../circuit/terminalRef';
import { otherHalf, wiredWith } from '../circuit/wiring';
import { CoreError } from '../errors';
import { isSignalPin } from '../circuit/parts/module';
import type { Consumer } from '../circuit/parts/partKind';
import { kindOf } from '../circuit/parts/partKinds';
import type { MeasurementContext, Target } from './instrument';

/** Every terminal a probe can touch: a ground's is its eyelet, which the clean metal beside it is held against. */
export function terminalTargets(circuit: Circuit): readonly TerminalRef[] {
  return circuit.parts.flatMap(terminalsOf);
}

/** The place of the part that a terminal belongs to. */
export function terminalPlace(circuit: Circuit, at: Target): string | undefined {
  return partById(circuit, partIdOf(at as TerminalRef)).place;
}

/** The node of a terminal. @throws {CoreError} `instrument/target` */
export function nodeAt({ network }: MeasurementContext, at: Target): number {
  const node = network.nodeOf.get(at);
  if (node === undefined) {
    throw new CoreError('instrument/target', `The circuit has no terminal ${at}.`, { at });
  }
  return node;
}

/** A section and one of its ends. @throws {CoreError} `instrument/target` */
export function sectionEnd(circuit: Circuit, at: Target): { section: Section; end: 'from' | 'to' } {
  const [id, end] = at.split('@');
  if (id === undefined || (end !== 'from' && end !== 'to')) {
    throw new CoreError('instrument/target', `A section's end is SECTION@from or SECTION@to: got ${at}.`, {
      at,
    });
  }
  return { section: sectionById(circuit, id), end };
}

/** A load that can be watched: its target, the part that it belongs to and what it is within it. */
export interface WatchedLoad extends Consumer {
  readonly part: string;
}

/** By target: the part's id, with `~` and the consumer's own where it is one of several. */
const watchedLoads = perCircuit(
  (circuit): ReadonlyMap<Target, WatchedLoad> =>
    new Map(
      circuit.parts.flatMap((part) =>
        (kindOf(part).consumers?.(part, circuit.nominalVolts) ?? []).map(
          (each) => [each.id === '' ? part.id : `${part.id}~${each.id}`, { ...each, part: part.id }] as const,
        ),
      ),
    ),
);

/** The loads of a circuit. */
export function loadTargets(circuit: Circuit): readonly Target[] {
  return [...watchedLoads(circuit).keys()];
}

/** @throws {CoreError} `instrument/target` */
export function watchedLoad(circuit: Circuit, at: Target): WatchedLoad {
  const found = watchedLoads(circuit).get(at);
  if (found === undefined) throw new CoreError('instrument/target', `The circuit has no load ${at}.`, { at });
  return found;
}

/** The inputs of modules, as terminals. */
export function inputTargets(circuit: Circuit): readonly TerminalRef[] {
  return circuit.parts.flatMap((part) =>
    part.kind === 'module'
      ? part.pins.filter(({ role }) => role === 'input').map(({ pin }): TerminalRef => `${part.id}.${pin}`)
      : [],
  );
}

/** The inputs of modules that feed sensors, as terminals. */
export function sensorInputTargets(circuit: Circuit): readonly TerminalRef[] {
  return inputTargets(circuit).filter((at) => {
    const part = partById(circuit, partIdOf(at));
    return part.kind === 'module' && part.pins.some(({ role }) => role === 'sensor supply');
  });
}

/** The outputs of modules that are driven on a condition, as terminals. */
export function outputTargets(circuit: Circuit): readonly TerminalRef[] {
  return circuit.parts.flatMap((part) =>
    part.kind === 'module'
      ? part.pins.filter((each) => 'drivenWhen' in each).map(({ pin }): TerminalRef => `${part.id}.${pin}`)
      : [],
  );
}

/** The fuses of a circuit. */
export function fuseTargets(circuit: Circuit): readonly Target[] {
  return circuit.parts.filter((part) => part.kind === 'fuse').map((part) => part.id);
}

/**
 * Whether a terminal is joined by wire alone to a module's input or output: no lamp goes there, since its
 * quarter of an ampere can destroy the pin.
 */
export function touchesModulePin(circuit: Circuit, at: TerminalRef): boolean {
  return wiredToModulePins(circuit).has(at);
}

const wiredToModulePins = perCircuit((circuit): ReadonlySet<TerminalRef> => {
  const pins = circuit.parts.flatMap((part) =>
    part.kind === 'module'
      ? part.pins.filter(isSignalPin).map((each): TerminalRef => `${part.id}.${each.pin}`)
      : [],
  );
  return wiredWith(circuit, pins, (terminal) =>
    partById(circuit, partIdOf(terminal)).kind === 'connector' ? [otherHalf(terminal)] : [],
  ).terminals;
});
