import { isLoad } from '../circuit/parts/partKinds';
import type { Part } from '../circuit/parts/part';
import type { Cursor } from './cursor';
import type { PartDraft, PartFields } from './drafts';
import { commanded } from './finishPart';
import { pinRoleWords, readModulePin } from './modulePins';
import { readAttribute, showsWords, styleWords } from './partAttributes';
import { bothWatts } from './quantities';
import type { Registry } from './registry';
import type { Token } from './tokens';
import type { KindWord, Named } from './vocabulary';
import { kindWord, localName, namedBy, idPattern } from './vocabulary';

/** A part as a statement or a stop of a path names it, with the pins behind its name. */
export interface Mention {
  readonly part: PartDraft;
  /** `30`, `30/87`; null where none is named. */
  readonly pin: string | null;
}

/**
 * Reads a part where it is named: by its kind and number, new or known (`fuse 5 20A`, `horn low`), or by its id or name
 * (`K1.30`), with whatever is said of it.
 * @throws {LineFlaw}
 */
export function readMention(cursor: Cursor, known: Registry, line: number): Mention {
  const first = cursor.peek();
  if (first === undefined || (first.kind !== 'word' && first.kind !== 'text')) {
    throw cursor.flaw('What comes next? Expected a part, such as “relay K1” or “ground G1”.');
  }
  const [name = ''] = first.text.split('.');
  const after = cursor.peek(1)?.kind;
  // A part may be called as a kind is: alone or with its pin it is that part.
  const alone = first.text !== name || (after !== 'word' && after !== 'text');
  const word = first.kind !== 'word' || (alone && known.byId(name) !== null) ? undefined : kindWord(name);
  const mention =
    word === undefined ? reference(cursor, known) : introduction(cursor, known, word, first, line);
  const { part } = mention;
  const before = { ...part.fields };
  const taken = cursor.taken;
  let pin = mention.pin;
  for (;;) {
    if (pin === null && cursor.isWord('pin') && cursor.peek(1)?.kind === 'word') {
      cursor.next();
      pin = cursor.word('a pin');
    } else if (part.kind === 'module' && pin !== null && pinRoleWords.some((each) => cursor.isWord(each))) {
      describePin(cursor, part, pin);
    } else if (!readAttribute(cursor, part, known.volts())) break;
  }
  const changed = (Object.keys(before) as (keyof PartFields)[]).find(
    (key) => typeof before[key] !== 'object' && before[key] !== part.fields[key],
  );
  if (changed !== undefined) {
    const [was, now] = [before[changed], part.fields[changed]];
    Object.assign(part.fields, before);
    throw cursor.flawFrom(
      taken,
      `${part.name} says ${JSON.stringify(was)} elsewhere and ${JSON.stringify(now)} here.`,
    );
  }
  return { part, pin };
}

function describePin(cursor: Cursor, { id, fields }: PartDraft, pin: string): void {
  const pins = (fields.modulePins ??= []);
  const read = readModulePin(cursor, pin, () => commanded(id, pin));
  if (!pins.some((each) => each.pin === pin)) pins.push(read);
}

/** The numbers printed beside the pins of a relay: behind its name they say a pin, with a full stop or without. */
const relayPinPattern = /^(30|85|86|87[ab]?)$/;

function introduction(cursor: Cursor, known: Registry, word: KindWord, first: Token, line: number): Mention {
  const taken = cursor.taken;
  cursor.next();
  if (word.word === 'fusible') cursor.takeWord('link');
  // `battery.-`: the kind alone names it, and its pin follows.
  const dot = first.text.indexOf('.');
  const { words, pin } =
    dot > 0
      ? { words: [], pin: first.text.slice(dot + 1) }
      : (ownId(cursor) ?? relayPin(label(cursor, word), word));
  const quoted = cursor.text();
  const at = () => ({ line, ...cursor.span(taken) });
  const bare = word.kind === 'relay' && quoted === null && pin === null ? words[0] : undefined;
  if (bare !== undefined && words.length === 1 && relayPinPattern.test(bare)) {
    const relays = known.relays();
    if (known.find(`K${bare}`) === null && relays.length <= 1) {
      const part = known.part(relays[0] ?? { id: 'K1', name: 'Relay K1' }, word, at());
      return { part, pin: bare };
    }
  }
  const named = nameOf(cursor, known, word, words, quoted, taken);
  const byId = known.byId(named.id);
  const likewise = (called: string) => {
    const other = known.find(called);
    return other?.kind === word.kind ? other : null;
  };
  const found =
    quoted !== null || byId?.kind === word.kind ? byId : (likewise(named.name) ?? likewise(words.join(' ')));
  if (found !== null && found.kind !== word.kind) {
    throw cursor.flawFrom(
      taken,
      `“${named.id}” is a ${found.kind} elsewhere: give this ${word.word} a name of its own.`,
    );
  }
  // A part that is introduced further down is known by now; it is entered where it is first named.
  const alias = quoted === null ? words.join(' ') : '';
  const part = known.part(found ?? named, found?.word ?? word, at(), alias);
  return { part, pin };
}

/** `relay K1 30`: the last word of a relay's name is its pin where it is the number of one. */
function relayPin(named: ReturnType<typeof label>, { kind }: KindWord): ReturnType<typeof label> {
  const last = named.words.at(-1) ?? '';
  const isPin =
    kind === 'relay' && named.pin === null && named.words.length > 1 && relayPinPattern.test(last);
  return isPin ? { words: named.words.slice(0, -1), pin: last } : named;
}

/** `id="in"`: an id that would be read as something else. */
function ownId(cursor: Cursor): { words: readonly string[]; pin: string | null } | null {
  if (!cursor.isWord('id') || cursor.peek(1)?.kind !== '=') return null;
  cursor.next();
  cursor.next();
  return { words: [cursor.word('the id of the part')], pin: null };
}

function nameOf(
  cursor: Cursor,
  known: Registry,
  word: KindWord,
  words: readonly string[],
  quoted: string | null,
  taken: number,
): Named {
  if (quoted !== null) {
    const id =
      words.length === 0 ? localName(quoted) : words.length === 1 ? words[0]! : localName(words.join(' '));
    if (!idPattern.test(id))
      throw cursor.flawFrom(taken, `“${id}” cannot be a short name: use letters, digits, “-”, “_” or “+”.`);
    if (quoted.trim() === '') throw cursor.flawFrom(taken, 'A name in quotes holds at least one letter.');
    return { id, name: quoted };
  }
  const named = namedBy(word, words);
  if (named !== null) return named;
  if (word.kind === 'splice' || word.kind === 'ground') {
    const id = known.freeName(word);
    return { id, name: word.title === undefined ? id : `${word.title} ${id}` };
  }
  throw cursor.flawFrom(taken, `Which ${word.word}? Give its number: “${word.word} ${word.letter ?? ''}5”.`);
}

const keywords: Readonly<Partial<Record<Part['kind'], readonly string[]>>> = {
  fuse: ['in', ...styleWords.map(([word]) => word)],
  relay: ['in', 'diode', 'solid-state'],
  switch: ['moves'],
  connector: ['pins', 'halves'],
  'two-filament lamp': ['uses'],
};

/** Words that end a part's name because they say something of it. */
function isKeyword(text: string, { kind }: KindWord): boolean {
  const lower = text.toLowerCase();
  if (lower === 'at' || lower === 'pin' || keywords[kind]?.includes(lower) === true) return true;
  if (kind === 'two-filament lamp' && bothWatts.test(text)) return true;
  return isLoad(kind) && showsWords.some(([word]) => word === lower);
}

/** The words of a part's name behind its kind, and the pin that its last word carries. */
function label(cursor: Cursor, word: KindWord): { words: readonly string[]; pin: string | null } {
  const words: string[] = [];
  for (let token = cursor.peek(); token?.kind === 'word'; token = cursor.peek()) {
    if (isKeyword(token.text, word) || cursor.peek(1)?.kind === '=') break;
    const before = cursor.taken;
    const quantity = cursor.quantity();
    cursor.backTo(before);
    // `X2` is a name, but for lamps, where it is how many.
    const named = quantity?.unit === 'none' || (quantity?.unit === 'times' && word.kind !== 'lamp');
    if (quantity !== null && (!named || quantity.assumed)) break;
    const rated = word.kind === 'fuse' || word.kind === 'fusible link' || word.kind === 'breaker';
    if (quantity !== null && words.length > 0 && rated) break;
    cursor.next();
    const dot = token.text.indexOf('.');
    if (dot >= 0) {
      if (dot > 0) words.push(token.text.slice(0, dot));
      return { words, pin: token.text.slice(dot + 1) };
    }
    words.push(token.text);
  }
  return { words, pin: null };
}

/** A part by its id or name: the longest run of words that is one. */
function reference(cursor: Cursor, known: Registry): Mention {
  const taken = cursor.taken;
  const quoted = cursor.text();
  if (quoted !== null) {
    const part = known.find(quoted);
    if (part === null) throw cursor.flawFrom(taken, unknown(quoted, known));
    const after = cursor.peek();
    const pinned = after?.kind === 'word' && after.text.startsWith('.');
    if (pinned) cursor.next();
    return { part, pin: pinned ? after.text.slice(1) : null };
  }
  const words: string[] = [];
  for (let ahead = 0; cursor.peek(ahead)?.kind === 'word'; ahead++) words.push(cursor.peek(ahead)!.text);
  for (let count = words.length; count > 0; count--) {
    const text = words.slice(0, count).join(' ');
    // A pin stands behind the last word.
    const dot = words[count - 1]!.includes('.') ? text.indexOf('.') : -1;
    const whole = text.includes('.') ? null : known.find(text);
    const part = whole ?? (dot > 0 ? known.find(text.slice(0, dot)) : null);
    if (part === null) continue;
    for (let n = 0; n < count; n++) cursor.next();
    if (whole === null) return { part, pin: text.slice(dot + 1) };
    const behind = words[count] ?? '';
    if (part.kind !== 'relay' || !relayPinPattern.test(behind)) return { part, pin: null };
    cursor.next();
    return { part, pin: behind };
  }
  for (let n = 0; n < words.length; n++) cursor.next();
  throw cursor.flawFrom(taken, unknown(words.join(' '), known));
}

const shownNames = 6;

function unknown(text: string, known: Registry): string {
  const names = known.names().slice(0, shownNames).join(', ');
  const there = names === '' ? '' : ` Known so far: ${names}.`;
  return `“${text}” is no part yet: say what it is first, such as “lamp ${text.split('.')[0]}”.${there}`;
}
