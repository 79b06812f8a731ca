import type { BodyKind, Circuit, Control, Hazard, Place, RuledOut, Strip } from '../circuit/circuit';
import { bodyKinds, hazards } from '../circuit/circuit';
import { Cursor } from './cursor';
import type { LegDraft, PartDraft, Written } from './drafts';
import { finishCircuit } from './finishCircuit';
import { commanded } from './finishPart';
import { readModulePin } from './modulePins';
import { readPath } from './readPath';
import { readMention } from './readMention';
import { registry } from './registry';
import type { Registry } from './registry';
import type { NotationFlaw, Token } from './tokens';
import { LineFlaw, tokensOf } from './tokens';
import { kindWord } from './vocabulary';

/** What a text gives: the circuit as far as it can be read, what cannot, and where each part was first written. */
export interface ReadNotation {
  readonly circuit: Circuit;
  readonly flaws: readonly NotationFlaw[];
  readonly partsAt: ReadonlyMap<string, Written>;
}

interface Line {
  readonly number: number;
  readonly tokens: readonly Token[];
  readonly width: number;
}

/** Longest text that is read, in characters: far above any circuit that can be searched. */
const longestNotation = 1_000_000;

/**
 * Reads a circuit from its notation: a line a path, from supply to ground, `battery > fuse 5 20A > relay K1`. What cannot
 * be read is told and left out; the rest stands. Cost: linear in the text.
 */
export function readNotation(text: string): ReadNotation {
  const flaws: NotationFlaw[] = [];
  if (text.length > longestNotation) {
    const message =
      'The text is longer than a circuit can be: what follows the first million characters is not read.';
    flaws.push({ line: 0, from: 0, to: 1, message });
  }
  const lines = text
    .slice(0, longestNotation)
    .split(/\r\n|\r|\n/)
    .flatMap((line, number): readonly Line[] => {
      try {
        const tokens = tokensOf(line);
        return tokens.length === 0 ? [] : [{ number, tokens, width: line.length }];
      } catch (error) {
        flaws.push({ line: number, ...lineFlaw(error) });
        return [];
      }
    });
  const known = registry();
  const round = () => lines.flatMap((line) => attempt(line, known) ?? []);
  let found = round();
  if (found.length > 0) {
    // Names may be used before they are introduced: by now all are known.
    known.secondRound();
    found = round();
  }
  flaws.push(...found);
  const drafts = known.drafts();
  const { circuit, flaws: open } = finishCircuit(drafts);
  const partsAt = new Map(drafts.parts.map(({ id, at }) => [id, at]));
  return { circuit, flaws: [...flaws, ...open].sort((a, b) => a.line - b.line || a.from - b.from), partsAt };
}

/** @returns what is wrong with a line, if anything */
function attempt(line: Line, known: Registry): NotationFlaw | null {
  try {
    const cursor = new Cursor(line.tokens, line.width);
    if (line.tokens.some(({ kind }) => kind === '>')) readPath(cursor, known, line.number);
    else readStatement(cursor, known, line.number);
    return null;
  } catch (error) {
    return { line: line.number, ...lineFlaw(error) };
  }
}

function lineFlaw(error: unknown) {
  if (!(error instanceof LineFlaw)) throw error;
  const { message, from, to } = error;
  return { message, from, to: Math.max(to, from + 1) };
}

function readStatement(cursor: Cursor, known: Registry, line: number): void {
  const first = cursor.peek();
  const word = first?.kind === 'word' ? first.text.toLowerCase().split('.')[0]! : '';
  const statement = statements.get(word);
  if (statement !== undefined) {
    cursor.next();
    statement(cursor, known);
  } else if (kindWord(word) !== undefined || namesPart(first, known)) {
    const { part } = readMention(cursor, known, line);
    if (cursor.take(':')) readList(cursor, part);
  } else {
    const volts = cursor.quantity();
    if (
      volts === null ||
      (volts.value !== 12 && volts.value !== 24) ||
      (volts.unit !== 'V' && volts.unit !== 'none')
    ) {
      throw new LineFlaw(
        'Expected a path, such as “battery > fuse 5 20A > horn”, or a part, such as “relay K1”.',
        first?.from ?? 0,
        first?.to ?? 1,
      );
    }
    known.setVolts(volts.value);
  }
  if (!cursor.done) throw cursor.flaw(`“${cursor.peek()?.text}” is not understood here.`);
}

/** Whether a line starts with a part, perhaps with its pin. */
function namesPart(first: Token | undefined, known: Registry): boolean {
  if (first === undefined) return false;
  const dot = first.kind === 'word' ? first.text.indexOf('.') : -1;
  return known.find(dot > 0 ? first.text.slice(0, dot) : first.text) !== null;
}

const statements: ReadonlyMap<string, (cursor: Cursor, known: Registry) => void> = new Map([
  [
    'circuit',
    (cursor, known) => {
      const words: string[] = [];
      while (!cursor.done) words.push(cursor.next()!.text);
      known.setName(words.join(' '));
    },
  ],
  ['vehicle', (cursor, known) => known.setBody(readBody(cursor))],
  ['place', (cursor, known) => known.addPlace(readPlace(cursor))],
  ['strip', (cursor, known) => known.addStrip(readStrip(cursor))],
  ['control', (cursor, known) => known.addControl(readControl(cursor))],
  ['never', (cursor, known) => known.addRuledOut(readRuledOut(cursor))],
]);

function readBody(cursor: Cursor): BodyKind {
  const found = bodyKinds.find((each) => cursor.takeWord(each));
  if (found === undefined) throw cursor.flaw(`Expected one of: ${bodyKinds.join(', ')}.`);
  return found;
}

function readPlace(cursor: Cursor): Place {
  const id = cursor.word('a short name for the place');
  const name = cursor.text() ?? id;
  let [reachMinutes, visibility] = [2, 0.3];
  let [strip, caution]: (string | undefined)[] = [];
  let where: Place['where'];
  const found: Hazard[] = [];
  while (!cursor.done) {
    if (cursor.takeWord('reach')) reachMinutes = minutesIn(cursor, 'reach 2min');
    else if (cursor.takeWord('where')) where = [shareIn(cursor, whereExample), shareIn(cursor, whereExample)];
    else if (cursor.takeWord('behind')) strip = cursor.word('the name of the piece that must come off');
    else if (cursor.takeWord('sees')) visibility = shareIn(cursor, 'sees 0.5');
    else if (cursor.takeWord('caution'))
      caution = cursor.text() ?? fail(cursor, 'Expected the caution in quotes.');
    else {
      const hazard = hazards.find((each) => cursor.takeWord(each));
      if (hazard === undefined) {
        throw cursor.flaw(`Expected reach, behind, sees, where, caution or one of: ${hazards.join(', ')}.`);
      }
      found.push(hazard);
    }
  }
  return {
    id,
    name,
    reachMinutes,
    ...(strip === undefined ? {} : { strip }),
    hazards: found,
    visibility,
    ...(caution === undefined ? {} : { caution }),
    ...(where === undefined ? {} : { where }),
  };
}

function readStrip(cursor: Cursor): Strip {
  const id = cursor.word('a short name for what comes off');
  const name = cursor.text() ?? id;
  return { id, name, minutes: minutesIn(cursor, 'strip sill "sill trim" 6min') };
}

function readControl(cursor: Cursor): Control {
  const id = cursor.word('a short name for the control');
  const name = cursor.text() ?? id;
  let minutes = 0.1;
  const quantity = cursor.quantity();
  if (quantity !== null) minutes = quantity.value;
  let momentary: boolean | undefined;
  if (cursor.takeWord('held')) momentary = true;
  else if (cursor.takeWord('stays')) momentary = false;
  cursor.expect(':');
  const positions: { id: string; name: string; caution?: string }[] = [];
  do {
    const position = cursor.word('a position');
    const called = cursor.text() ?? position;
    const caution = cursor.takeWord('caution')
      ? (cursor.text() ?? fail(cursor, 'Expected the caution in quotes.'))
      : undefined;
    positions.push({ id: position, name: called, ...(caution === undefined ? {} : { caution }) });
  } while (cursor.take(','));
  return { id, name, minutes, ...(momentary === undefined ? {} : { momentary }), positions };
}

function readRuledOut(cursor: Cursor): RuledOut {
  const set: (readonly [control: string, position: string])[] = [];
  while (cursor.is('word')) {
    const control = cursor.word('a control');
    cursor.expect('=');
    set.push([control, cursor.word('a position')]);
  }
  // With none it would rule out every state there is.
  if (set.length === 0) throw cursor.flaw('Expected a control and its position, such as “key=start”.');
  const controls = Object.fromEntries(set);
  return { controls, why: cursor.text() ?? fail(cursor, 'Expected the reason in quotes at the end.') };
}

const whereExample = 'where 0.9 0.2';

function shareIn(cursor: Cursor, example: string): number {
  const from = cursor.taken;
  const share = cursor.quantity();
  if (share === null || !(share.value >= 0 && share.value <= 1))
    throw cursor.flawFrom(from, `Expected a share from 0 to 1, such as “${example}”.`);
  return share.value;
}

function minutesIn(cursor: Cursor, example: string): number {
  const quantity = cursor.quantity();
  if (quantity === null || (quantity.unit !== 'min' && quantity.unit !== 'none')) {
    throw cursor.flaw(`Expected minutes, such as “${example}”.`);
  }
  return quantity.value;
}

function fail(cursor: Cursor, message: string): never {
  throw cursor.flaw(message);
}

/** What follows a part's colon: the legs of a switch, the pins of a module. */
function readList(cursor: Cursor, part: PartDraft): void {
  if (part.kind === 'module') readPins(cursor, part);
  else if (part.kind === 'switch') part.fields.legs = readLegs(cursor);
  else throw cursor.flaw(`A ${part.kind} has no list of pins: write its wires as paths.`);
}

function readPins(cursor: Cursor, { id, fields }: PartDraft): void {
  const pins = (fields.modulePins ??= []);
  // An empty list says that there are none.
  if (cursor.done) return;
  do {
    const taken = cursor.taken;
    const pin = cursor.word('the number of a pin');
    const read = readModulePin(cursor, pin, () => commanded(id, pin));
    if (pins.some((each) => each.pin === pin))
      throw cursor.flawFrom(taken, `Pin ${pin} of ${id} stands here twice.`);
    pins.push(read);
  } while (cursor.take(','));
}

function readLegs(cursor: Cursor): readonly LegDraft[] {
  const legs: LegDraft[] = [];
  do {
    const taken = cursor.taken;
    const [a, b, more] = cursor.word('two pins, such as 1/2').split('/');
    if (a === undefined || b === undefined || a === '' || b === '' || more !== undefined) {
      throw cursor.flawFrom(taken, 'Expected two pins joined by a slash, such as “1/2 in on”.');
    }
    if (!cursor.takeWord('in')) legs.push({ a, b, closedIn: null });
    else {
      const closedIn: string[] = [];
      while (cursor.is('word')) closedIn.push(cursor.word('a position'));
      legs.push({ a, b, closedIn });
    }
  } while (cursor.take(','));
  return legs;
}
