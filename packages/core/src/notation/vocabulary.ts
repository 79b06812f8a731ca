import type { Part } from '../circuit/parts/part';

/** A word that says what a part is. */
export interface KindWord {
  readonly word: string;
  readonly kind: Part['kind'];
  /** Stands before a number to make an id: fuse 5 is `F5`. */
  readonly letter?: string;
  /** What it is called without its number: `Fuse`; a ground or connector goes by its number alone. */
  readonly title?: string;
  /** A figure that is assumed where none is given: ohms or watts. */
  readonly usual?: number;
}

/** The first word of a kind is the one that is written. Usual figures: judgement, the common fittings of their kind. */
export const kindWords: readonly KindWord[] = [
  { word: 'battery', kind: 'battery', title: 'Battery' },
  { word: 'fuse', kind: 'fuse', letter: 'F', title: 'Fuse' },
  { word: 'relay', kind: 'relay', letter: 'K', title: 'Relay' },
  { word: 'link', kind: 'fusible link', letter: 'FL', title: 'Link' },
  { word: 'fusible', kind: 'fusible link', letter: 'FL', title: 'Link' },
  { word: 'breaker', kind: 'breaker', letter: 'CB', title: 'Breaker' },
  { word: 'splice', kind: 'splice', letter: 'S', title: 'Splice' },
  { word: 'busbar', kind: 'splice', letter: 'BUS', title: 'Busbar' },
  { word: 'ground', kind: 'ground', letter: 'G' },
  { word: 'earth', kind: 'ground', letter: 'G' },
  { word: 'connector', kind: 'connector', letter: 'C' },
  { word: 'plug', kind: 'connector', letter: 'C' },
  { word: 'switch', kind: 'switch', title: 'Switch' },
  { word: 'button', kind: 'switch', title: 'Button' },
  { word: 'ignition', kind: 'switch', title: 'Ignition switch' },
  { word: 'reversing', kind: 'switch', title: 'Reversing switch' },
  { word: 'lamp', kind: 'lamp', title: 'Lamp', usual: 21 },
  { word: 'bulb', kind: 'lamp', title: 'Bulb', usual: 21 },
  { word: 'twin', kind: 'two-filament lamp', title: 'Lamp' },
  { word: 'diode', kind: 'diode', letter: 'D', title: 'Diode' },
  { word: 'module', kind: 'module', title: 'Module' },
  { word: 'motor', kind: 'motor', title: 'Motor', usual: 2 },
  { word: 'fan', kind: 'motor', title: 'Fan', usual: 0.9 },
  { word: 'blower', kind: 'motor', title: 'Blower', usual: 0.8 },
  { word: 'pump', kind: 'motor', title: 'Pump', usual: 2 },
  { word: 'wiper', kind: 'motor', title: 'Wiper', usual: 3 },
  { word: 'solenoid', kind: 'solenoid', title: 'Solenoid', usual: 10 },
  { word: 'horn', kind: 'solenoid', title: 'Horn', usual: 2.7 },
  { word: 'coil', kind: 'solenoid', title: 'Coil', usual: 4 },
  { word: 'clutch', kind: 'solenoid', title: 'Clutch', usual: 3.5 },
  { word: 'injector', kind: 'solenoid', title: 'Injector', usual: 14 },
  { word: 'valve', kind: 'solenoid', title: 'Valve', usual: 15 },
  { word: 'lock', kind: 'solenoid', title: 'Lock', usual: 3 },
  { word: 'heater', kind: 'heater', title: 'Heater', usual: 1.4 },
  { word: 'glass', kind: 'heater', title: 'Heated glass', usual: 0.9 },
  { word: 'resistor', kind: 'resistor', title: 'Resistor', usual: 100 },
  { word: 'load', kind: 'resistor', title: 'Load', usual: 5 },
  { word: 'socket', kind: 'resistor', title: 'Socket', usual: 2.7 },
  { word: 'radio', kind: 'resistor', title: 'Radio', usual: 5 },
  { word: 'sensor', kind: 'potentiometer', title: 'Sensor', usual: 5000 },
  { word: 'potentiometer', kind: 'potentiometer', title: 'Potentiometer', usual: 5000 },
];

const byWord = new Map(kindWords.map((each) => [each.word, each]));

/** The kind that a word names, in any case. */
export function kindWord(word: string): KindWord | undefined {
  return byWord.get(word.toLowerCase());
}

/** Id and name of a part. */
export interface Named {
  readonly id: string;
  readonly name: string;
}

/** What stands behind the words of a part that is called by what it works: “Horn button”; null for all others. */
export function wordBehind(word: string): string | null {
  if (word === 'reversing') return 'switch';
  return word === 'button' || word === 'switch' ? word : null;
}

/** What may be an id. */
export const idPattern = /^[A-Za-z0-9+_-]{1,40}$/;

/** `5`, `K1`, `C12`, `BAT`: a number or code, as printed on a diagram. */
const code = /^([A-Z]{0,4}\d{1,4}[a-z]?|[A-Z]{2,4})$/;

/**
 * What a part is called from the words behind its kind: `fuse 5` is F5, “Fuse 5”; `horn low` is horn-low, “Horn low”;
 * `ground G3 D-pillar` is G3, “G3 D-pillar”.
 * @returns null where a kind that goes by numbers has none
 */
export function namedBy({ word, letter, title }: KindWord, words: readonly string[]): Named | null {
  const [first, ...rest] = words;
  if (word === 'battery' && (first === undefined || (first === 'BAT' && rest.length === 0))) {
    return { id: 'BAT', name: 'Battery' };
  }
  // A vehicle has one: its code is no part of its name.
  if (word === 'ignition' && first !== undefined && rest.length === 0 && code.test(first)) {
    return { id: first, name: title ?? word };
  }
  if (first !== undefined && code.test(first) && letter !== undefined) {
    const id = /^\d/.test(first) ? `${letter}${first}` : first;
    // A fuse is called by its number alone: F5 is “Fuse 5”.
    const number = word === 'fuse' ? first.replace(/^F(?=\d)/, '') : first;
    const shown = title === undefined ? [id, ...rest] : [title, number, ...rest];
    return { id: localName(id), name: shown.join(' ') };
  }
  if (first === undefined) {
    if (letter !== undefined) return null;
    return { id: word, name: title ?? word };
  }
  const behind = wordBehind(word);
  const name = behind === null ? `${title ?? ''} ${words.join(' ')}` : `${words.join(' ')} ${behind}`;
  return {
    id: localName(code.test(first) && rest.length === 0 ? first : `${word} ${words.join(' ')}`),
    name: capital(name.trim()),
  };
}

const plainName = /^[A-Za-z0-9+_](?:[A-Za-z0-9+_-]{0,38}[A-Za-z0-9+_])?$/;

/**
 * Words as an id: letters, digits and hyphens, at most 40. Letters of other scripts, and what is cut off, are told apart
 * by a number made of the words, so that different words are different ids.
 */
export function localName(words: string): string {
  // As most are: nothing to take off, nothing lost.
  if (plainName.test(words)) return code.test(words) ? words : words.toLowerCase();
  const bare = words.normalize('NFKD').replace(/\p{M}/gu, '');
  const plain = bare.replace(/[^A-Za-z0-9+_-]+/g, '-').replace(/^-+|-+$/g, '');
  const cased = code.test(plain) ? plain : plain.toLowerCase();
  const lost = /[\p{L}\p{N}]/u.test(bare.replace(/[A-Za-z0-9]/g, '')) || cased.length > 40 || cased === '';
  return lost ? `${cased.slice(0, 30)}-${hashOf(words)}`.replace(/^-/, '') : cased;
}

/** FNV-1a, 32 bits, in base 36. Source: Fowler, Noll, Vo; draft-eastlake-fnv. */
function hashOf(text: string): string {
  let hash = 0x811c9dc5;
  for (const letter of text) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193);
  return (hash >>> 0).toString(36);
}

/** Words as they begin a name. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
