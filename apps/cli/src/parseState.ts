import type { CavityFill, Circuit, OperatingState } from '@grim-lantern/core';
import { restingState, withApart, withCavity, withControl, withRenewed } from '@grim-lantern/core';
import { CliProblem } from './cliProblem';

/**
 * Reads a state from words such as `saloon=on,C7=apart,F17=lamp21,battery=off`, starting from the circuit at rest.
 * @throws {CliProblem} naming the word that does not fit
 */
export function parseState(circuit: Circuit, words: string): OperatingState {
  const each = words
    .split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '');
  return each.reduce((state, word) => withWord(circuit, state, word), restingState(circuit));
}

function withWord(circuit: Circuit, state: OperatingState, word: string): OperatingState {
  const [name = '', value = ''] = word.split('=');
  if (name === 'battery' && (value === 'on' || value === 'off')) {
    return { ...state, batteryConnected: value === 'on' };
  }
  const control = circuit.controls.find(({ id }) => id === name);
  if (control !== undefined) {
    if (control.positions.some(({ id }) => id === value)) return withControl(state, name, value);
    throw unfit(word, control.positions.map(({ id }) => `${name}=${id}`).join(', '));
  }
  const part = circuit.parts.find(({ id }) => id === name);
  if (part === undefined) throw unfit(word, 'a control or a part of this circuit');
  if (part.kind === 'fuse') {
    const fill = fillOf(value);
    if (fill !== null) return withCavity(state, name, fill);
    throw unfit(
      word,
      ['empty', 'lamp21', 'breaker10', 'ammeter10', 'lead10'].map((each) => `${name}=${each}`).join(', '),
    );
  }
  if (value === 'apart') return withApart(state, name, true);
  if (value === 'swapped') return withRenewed(state, name);
  throw unfit(word, `${name}=apart, ${name}=swapped`);
}

/** `empty`, or what stands in for the fuse with its watts or amps. */
function fillOf(value: string): CavityFill | null {
  if (value === 'empty') return { kind: 'open' };
  const [, kind, size] = /^(lamp|breaker|ammeter|lead)(\d{1,3})$/.exec(value) ?? [];
  if (kind === 'lamp') return { kind, watts: Number(size) };
  if (kind === 'breaker' || kind === 'ammeter') return { kind, amps: Number(size) };
  return kind === 'lead' ? { kind: 'jumper', amps: Number(size) } : null;
}

function unfit(word: string, expected: string): CliProblem {
  return new CliProblem(`--state: expected ${expected}; got “${word}”.`, 2);
}
