import type { Circuit } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf, terminalIn } from '../circuit/terminalRef';
import { partById, terminalsOf } from '../circuit/terminals';
import { wiresAt } from '../circuit/wiring';
import type { Part } from '../circuit/parts/part';
import { isLoad } from '../circuit/parts/partKinds';
import { readNotation } from './readNotation';
import { writtenStop, writtenTerminal } from './pathTerminals';
import { bothWatts, readQuantity } from './quantities';
import { quotedText } from './tokens';
import { kindWord } from './vocabulary';
import { writtenId } from './writtenPart';

const example = { A: '5', W: '21', Ω: '14' } as const;

/** What is wrong with a figure as typed; null where it can be read, or nothing was typed. */
function figureFlaw({ word, figure }: Growth): string | null {
  const asked = growChoices.find((each) => each.word === word)?.figure ?? null;
  const typed = figure.trim();
  if (asked === null || typed === '') return null;
  if (word === 'twin' && bothWatts.test(typed)) return null;
  const [one = '', other] = typed.split(/\s+/);
  if (readQuantity(one, other) !== null) return null;
  return `${asked.label}: “${typed}” is no number. Write one, such as ${example[asked.unit]}.`;
}

/** What may come next on a circuit that grows, as one taps it. */
export interface GrowChoice {
  /** The word of the notation. */
  readonly word: string;
  readonly label: string;
  /** What it is told apart by: a number that comes by itself, or words where there is more than one. */
  readonly goesBy: 'number' | 'words';
  /** The figure that it asks for; null where it has none. */
  readonly figure: { readonly unit: 'A' | 'W' | 'Ω'; readonly label: string } | null;
}

const amps = { unit: 'A', label: 'Amps' } as const;
const watts = { unit: 'W', label: 'Watts' } as const;

/** The choices, the most usual first. */
export const growChoices: readonly GrowChoice[] = [
  { word: 'fuse', label: 'Fuse', goesBy: 'number', figure: amps },
  { word: 'relay', label: 'Relay', goesBy: 'number', figure: null },
  { word: 'switch', label: 'Switch', goesBy: 'words', figure: null },
  { word: 'button', label: 'Button', goesBy: 'words', figure: null },
  { word: 'splice', label: 'Splice', goesBy: 'number', figure: null },
  { word: 'ignition', label: 'Ignition switch', goesBy: 'words', figure: null },
  { word: 'reversing', label: 'Reversing switch', goesBy: 'words', figure: null },
  { word: 'connector', label: 'Connector', goesBy: 'number', figure: null },
  { word: 'lamp', label: 'Lamp', goesBy: 'words', figure: watts },
  {
    word: 'twin',
    label: 'Lamp, two filaments',
    goesBy: 'words',
    figure: { unit: 'W', label: 'Watts, 5/21' },
  },
  { word: 'motor', label: 'Motor', goesBy: 'words', figure: amps },
  { word: 'horn', label: 'Horn', goesBy: 'words', figure: amps },
  { word: 'heater', label: 'Heater', goesBy: 'words', figure: amps },
  { word: 'solenoid', label: 'Solenoid', goesBy: 'words', figure: amps },
  { word: 'load', label: 'Other load', goesBy: 'words', figure: amps },
  { word: 'module', label: 'Module pin', goesBy: 'words', figure: null },
  { word: 'link', label: 'Fusible link', goesBy: 'number', figure: amps },
  { word: 'breaker', label: 'Breaker', goesBy: 'number', figure: amps },
  { word: 'diode', label: 'Diode', goesBy: 'number', figure: null },
  { word: 'ground', label: 'Ground', goesBy: 'number', figure: null },
];

/** The lowest number with a kind's letter that no part has; empty for a kind that goes by words. */
export function nextName({ parts }: Circuit, word: string): string {
  const letter = kindWord(word)?.letter;
  if (letter === undefined) return '';
  let number = 1;
  while (parts.some(({ id }) => id === `${letter}${number}`)) number++;
  return word === 'fuse' ? `${number}` : `${letter}${number}`;
}

/** What one taps to let a circuit grow. */
export interface Growth {
  readonly from: TerminalRef;
  readonly word: string;
  /** Its number or words as typed; a module's with its pin, such as `M1.4`. */
  readonly name: string;
  /** Its figure as typed; empty where it is not known. */
  readonly figure: string;
}

/**
 * The line of notation that lets a circuit grow at an end by a new part.
 * @param pin - of the new part; null: the one that a path takes by itself
 */
function grownLine(circuit: Circuit, { from, word, name, figure }: Growth, pin: string | null): string {
  const choice = growChoices.find((each) => each.word === word);
  const typed = figure.trim();
  const rated =
    typed === '' || choice?.figure == null
      ? ''
      : ` ${/^[\d.,]+$/.test(typed) ? `${typed}${choice.figure.unit}` : typed}`;
  const named = name.trim() === '' ? word : `${word} ${safeWords(name.trim())}`;
  const pinned = pin === null ? named : named.endsWith('"') ? `${named} pin ${pin}` : `${named}.${pin}`;
  return joinedLine(circuit, from, `${pinned}${rated}`);
}

/** A text grown by a line, and where it goes on; or why it cannot. */
export type Grown =
  | { readonly kind: 'grown'; readonly text: string; readonly next: TerminalRef | null }
  | { readonly kind: 'flaw'; readonly message: string };

/**
 * A circuit's text with a new part at one of its ends.
 * @param open - ends that nothing is wired to: where it goes on when the new part has none
 */
export function grownText(
  text: string,
  circuit: Circuit,
  growth: Growth,
  open: readonly TerminalRef[],
): Grown {
  const wrong = figureFlaw(growth);
  if (wrong !== null) return { kind: 'flaw', message: wrong };
  const known = new Set(circuit.parts.map(({ id }) => id));
  const attempt = (pin: string | null) => {
    const next = withLine(text, grownLine(circuit, growth, pin));
    const read = readNotation(next);
    const line = next.split('\n').length - 2;
    const flaw = read.flaws.find((each) => each.line === line);
    return { next, read, flaw, added: read.circuit.parts.find(({ id }) => !known.has(id)) };
  };
  let made = attempt(null);
  const pin = made.added === undefined ? null : pinToWrite(made.read.circuit, made.added);
  if (made.flaw === undefined && pin !== null) made = attempt(pin);
  const { next, read, flaw, added } = made;
  if (flaw !== undefined) return { kind: 'flaw', message: flaw.message };
  const wired = wiresAt(read.circuit);
  const goesOn = added === undefined ? null : endToGoOn(read.circuit, added.id);
  return { kind: 'grown', text: next, next: goesOn ?? open.find((each) => !wired.has(each)) ?? null };
}

/** Kinds of which a path that names no pin may take another one once more of its pins are used. */
const choosesPins: readonly Part['kind'][] = ['connector', 'two-filament lamp', 'switch', 'relay'];

/** The pin of a new part that the last wire came to, where it has to be written to stay the same. */
function pinToWrite({ sections }: Circuit, part: Part): string | null {
  const last = sections.at(-1);
  if (last === undefined || !choosesPins.includes(part.kind)) return null;
  const ref = [last.from, last.to].find((each) => partIdOf(each) === part.id);
  return ref === undefined ? null : writtenTerminal(part, terminalIn(ref));
}

/** The terminals that nothing is wired to, also those that need no wire. */
export function freePins(circuit: Circuit): readonly TerminalRef[] {
  const wired = wiresAt(circuit);
  return circuit.parts.flatMap((part) => terminalsOf(part).filter((each) => !wired.has(each)));
}

/** A circuit's text with an end tied to a point that is there. */
export function joinedText(text: string, circuit: Circuit, from: TerminalRef, to: TerminalRef): string {
  return withLine(text, joinedLine(circuit, from, stopAt(circuit, to)));
}

const withLine = (text: string, line: string) => `${text.replace(/\n*$/, '')}\n${line}\n`;

/** Words that the notation would read otherwise stand in quotes. */
function safeWords(words: string): string {
  return /^[\p{L}\p{N}.+/_ -]+$/u.test(words) ? words : quotedText(words);
}

function joinedLine(circuit: Circuit, from: TerminalRef, other: string): string {
  const stop = stopAt(circuit, from);
  return isFeedEnd(partById(circuit, partIdOf(from)), from) ? `${other} > ${stop}` : `${stop} > ${other}`;
}

/** A terminal as a stop of a path. */
export function stopAt(circuit: Circuit, ref: TerminalRef): string {
  const part = partById(circuit, partIdOf(ref));
  return writtenStop(part, writtenId(part.id), terminalIn(ref));
}

/** Whether what is wired to a terminal stands before it on a path: it feeds its part, or runs to a ground. */
export function isFeedEnd(part: Part, ref: TerminalRef): boolean {
  if (part.kind === 'ground') return true;
  const terminal = terminalIn(ref);
  if (['feed', 'anode', 'supply', 'coilFeed'].includes(terminal)) return true;
  if (part.kind === 'two-filament lamp') return terminal !== 'ground';
  if (isLoad(part.kind) || part.kind === 'potentiometer') return terminal === '1';
  return part.kind === 'module' && part.pins.some(({ pin, role }) => pin === terminal && role === 'supply');
}

/** The end of a part to go on from after it was added: the first that nothing is wired to, else its last. */
function endToGoOn(circuit: Circuit, partId: string): TerminalRef | null {
  const part = circuit.parts.find(({ id }) => id === partId);
  if (part === undefined || part.kind === 'ground' || part.kind === 'module') return null;
  const wired = wiresAt(circuit);
  const terminals = part.kind === 'relay' ? relayOrder(part.id) : terminalsOf(part);
  return (
    terminals.find((each) => !wired.has(each)) ?? (part.kind === 'splice' ? (terminals.at(-1) ?? null) : null)
  );
}

/** The order in which one wires a relay: through its contact, then its coil. */
function relayOrder(id: string): readonly TerminalRef[] {
  return (['normallyOpen', 'coilFeed', 'coilCommand', 'supply'] as const).map(
    (role): TerminalRef => `${id}.${role}`,
  );
}
