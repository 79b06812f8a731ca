import { isLoad } from '../circuit/parts/partKinds';
import { pinNumbers } from '../circuit/parts/pinNames';
import type { Cursor } from './cursor';
import type { PartDraft, Stop, WireDraft, WireFields } from './drafts';
import { placeWord } from './placeWord';
import type { Mention } from './readMention';
import { readMention } from './readMention';
import type { Registry } from './registry';

interface WrittenStop extends Mention {
  readonly at: Stop['at'];
}

interface WrittenWire {
  readonly fields: WireFields;
  readonly assumed: readonly string[];
}

/**
 * Reads a path: stops joined by `>`, from the supply to ground, on either side of each `>` what is known of the wire in
 * parentheses. What stands before a flaw is entered.
 * @throws {LineFlaw}
 */
export function readPath(cursor: Cursor, known: Registry, line: number): void {
  const stops: WrittenStop[] = [];
  const wires: WrittenWire[] = [];
  try {
    stops.push(readStop(cursor, known, line));
    while (!cursor.done) {
      const before = readWire(cursor, { fields: {}, assumed: [] });
      cursor.expect('>');
      const wire = readWire(cursor, before);
      stops.push(readStop(cursor, known, line));
      wires.push(wire);
    }
  } finally {
    known.addWires(drafted(stops, wires));
  }
}

function readStop(cursor: Cursor, known: Registry, line: number): WrittenStop {
  const taken = cursor.taken;
  const mention = readMention(cursor, known, line);
  return { ...mention, at: { line, ...cursor.span(taken) } };
}

const coilEnds = ['coilFeed', 'coilCommand'] as const;
const coilPins: readonly string[] = [
  ...coilEnds,
  ...(['din', 'running'] as const).flatMap((way) => coilEnds.map((end) => pinNumbers(way)[end])),
];

/** Whether current does work at a stop: a load, or a relay's coil. */
export function doesWork({ part, pin }: Mention): boolean {
  if (isLoad(part.kind)) return true;
  if (part.kind !== 'relay' || pin === null) return false;
  const { relayPins } = part.fields;
  const own = [relayPins?.coilFeed, relayPins?.coilCommand];
  return pin.split('/').some((each) => coilPins.includes(each) || own.includes(each));
}

const isSwitch = ({ part }: { readonly part: PartDraft }) => part.kind === 'switch';

function drafted(written: readonly WrittenStop[], wires: readonly WrittenWire[]): readonly WireDraft[] {
  const last = written.length - 1;
  const stops = written.map((each, i): Stop => {
    const { part, pin, at } = each;
    const [one, other] = pin?.split('/') ?? [];
    const before = written.slice(0, i);
    const after = written.slice(i + 1);
    return {
      part: part.id,
      arrive: i === 0 ? null : (one ?? null),
      leave: i === 0 ? (other ?? one ?? null) : (other ?? null),
      where: i === 0 ? 'first' : i === last ? 'last' : 'between',
      loadBefore: before.some(doesWork),
      loadAfter: after.some(doesWork),
      switchAfter: after.some(isSwitch),
      at,
    };
  });
  return wires.map(({ fields, assumed }, i) => ({ from: stops[i]!, to: stops[i + 1]!, fields, assumed }));
}

const wireId = /^W\d+[a-z]?$/;

/** What is said of a wire, if anything, beside what is known of it: `(W7 "feed" RD/YE 1.5 2m via dash sill)`. @throws {LineFlaw} */
function readWire(cursor: Cursor, known: WrittenWire): WrittenWire {
  if (!cursor.take('(')) return known;
  const fields: WireFields = { ...known.fields };
  const assumed = [...known.assumed];
  while (!cursor.take(')')) {
    const taken = cursor.taken;
    const name = cursor.text();
    if (name !== null) {
      fields.name = name;
      continue;
    }
    if (cursor.takeWord('via')) {
      fields.places = readPlaces(cursor, assumed);
      continue;
    }
    const quantity = cursor.peek(1)?.kind === '=' ? null : cursor.quantity();
    if (quantity !== null) {
      const field =
        quantity.unit === 'm'
          ? 'lengthMetres'
          : quantity.unit === 'mm²' || quantity.unit === 'none'
            ? 'areaMm2'
            : null;
      if (field === null)
        throw cursor.flawFrom(taken, 'Expected a length, such as “2m”, or a size, such as “1.5” or “18AWG”.');
      if (!(quantity.value > 0)) throw cursor.flawFrom(taken, 'Expected a number above 0.');
      fields[field] = quantity.value;
      if (quantity.assumed) assumed.push(field);
      continue;
    }
    const word = cursor.word('what is known of the wire, and “)” at its end');
    if (cursor.take('=')) {
      const value = cursor.word('its value');
      if (word === 'id') fields.id = value;
      else if (/^~?colou?r$/.test(word)) {
        fields.colour = value;
        if (word.startsWith('~')) assumed.push('colour');
      } else throw cursor.flawFrom(taken, `A wire has no “${word}”.`);
    } else if (wireId.test(word)) fields.id = word;
    else if (word.startsWith('~')) {
      fields.colour = word.slice(1);
      assumed.push('colour');
    } else fields.colour = fields.colour === undefined ? word : `${fields.colour} ${word}`;
  }
  return { fields, assumed };
}

function readPlaces(cursor: Cursor, assumed: string[]): readonly string[] {
  const places: string[] = [];
  do {
    const { id, isAssumed } = placeWord(cursor);
    if (isAssumed && !assumed.includes('places')) assumed.push('places');
    places.push(id);
  } while (cursor.is('word') || cursor.take(','));
  return places;
}
