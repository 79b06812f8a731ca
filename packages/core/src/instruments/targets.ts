import type { Circuit, Section } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import { perCircuit } from '../circuit/perCircuit';
import { partById, sectionById, terminalsOf } from '../circuit/terminals';
import { partIdOf } from '../circuit/terminalRef';
import { otherHalf, wiredWith } from '../circuit/wiring';
import { CoreError } from '../errors';
import { isLoad } from '../parts/partKinds';
import type { Setting, Target } from './instrument';

/** Every terminal a probe can touch. */
export function terminalTargets(circuit: Circuit): readonly TerminalRef[] {
  return circuit.parts
    .filter((part) => part.kind !== 'battery' && part.kind !== 'ground')
    .flatMap(terminalsOf);
}

/** The place of the part that a terminal belongs to. */
export function terminalPlace(circuit: Circuit, at: Target): string | undefined {
  return partById(circuit, partIdOf(at as TerminalRef)).place;
}

/** The node of a terminal. @throws {CoreError} `instrument/target` */
export function nodeAt({ network }: Setting, at: Target): number {
  const node = network.nodeOf.get(at as TerminalRef);
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

/** The loads of a circuit. */
export function loadTargets(circuit: Circuit): readonly Target[] {
  return circuit.parts.filter(isLoad).map((part) => part.id);
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
      ? part.pins.filter((each) => 'drivenWhen' in each).map((each): TerminalRef => `${part.id}.${each.pin}`)
      : [],
  );
  return wiredWith(circuit, pins, (terminal) =>
    partById(circuit, partIdOf(terminal)).kind === 'connector' ? [otherHalf(terminal)] : [],
  ).terminals;
});
