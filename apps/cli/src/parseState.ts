import type { Circuit, OperatingState } from '@grim-lantern/core';
import { restingState, withApart, withCavity, withControl } from '@grim-lantern/core';
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
    const lamp = /^lamp(\d{1,3})$/.exec(value);
    if (value === 'empty') return withCavity(state, name, { kind: 'open' });
    if (lamp !== null) return withCavity(state, name, { kind: 'lamp', watts: Number(lamp[1]) });
    throw unfit(word, `${name}=empty or ${name}=lamp21`);
  }
  if (value === 'apart') return withApart(state, name, true);
  throw unfit(word, `${name}=apart`);
}

function unfit(word: string, expected: string): CliProblem {
  return new CliProblem(`--state: expected ${expected}; got “${word}”.`, 2);
}
