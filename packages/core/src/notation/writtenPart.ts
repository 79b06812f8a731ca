import type { Circuit } from '../circuit/circuit';
import type { Part } from '../circuit/parts/part';
import type { AssumedOfPart } from '../circuit/parts/partKind';
import { pinRoleWords, writtenModulePin } from './modulePins';
import { namedFigures, relayPinWords, showsWords, styleWords } from './partAttributes';
import { usual, usualCavity } from './finishPart';
import { readQuantity, writtenQuantity } from './quantities';
import { closedPosition, switchWord } from './switchWords';
import { quotedText } from './tokens';
import type { KindWord } from './vocabulary';
import { kindWord, kindWords, namedBy, wordBehind } from './vocabulary';

/** How much is written: what the reader would not find by itself, relay pins too, or everything. */
export type Fullness = 'short' | 'with relay pins' | 'spelled out';

/** A part as a statement of its own. */
export function writtenPart(part: Part, circuit: Circuit, fullness: Fullness): string {
  const list = listOf(part);
  const head = fullness === 'spelled out' ? fullHead(part) : headOf(part);
  const words = [...head, ...attributesOf(part, circuit, fullness)];
  return `${words.join(' ')}${list === null ? '' : `: ${list}`}`;
}

/** A part where a path first names it, with the pins that the path takes. */
export function writtenPartIn(part: Part, circuit: Circuit, pin: string, fullness: Fullness): string {
  const head = headOf(part);
  const last = head.at(-1)!;
  const joins = head.length > 1 && !last.endsWith('"');
  const pinned = pin === '' ? head : joins ? [...head.slice(0, -1), `${last}.${pin}`] : [...head, 'pin', pin];
  return [...pinned, ...attributesOf(part, circuit, fullness)].join(' ');
}

/** Whether a part has a list behind a colon, which no path holds. */
export function needsStatement(part: Part): boolean {
  if (part.kind === 'module') return true;
  if (part.kind !== 'switch') return false;
  return part.legs.length > 1 || part.legs[0]?.a !== '1' || part.legs[0].b !== '2' || !plainSwitch(part);
}

/** Whether a switch is closed in the one position of its own control that is not the resting one. */
function plainSwitch(part: Extract<Part, { kind: 'switch' }>): boolean {
  const [word] = headOf(part);
  const { id, control, legs } = part;
  const on = closedPosition(word ?? '');
  return on !== null && control === id && legs[0]?.closedIn.length === 1 && legs[0].closedIn[0] === on;
}

/** Kind, id and name, as short as they give the same part. */
function headOf({ kind, id, name }: Pick<Part, 'kind' | 'id' | 'name'>): readonly string[] {
  const words = kindWords.filter((each) => each.kind === kind && each.word !== 'fusible');
  for (const word of words) {
    for (const label of labelsOf(word, id, name)) {
      const named = namedBy(word, label);
      if (named?.id === id && named.name === name) return [word.word, ...label];
    }
  }
  return fullHead({ kind, id, name });
}

function fullHead({ kind, id, name }: Pick<Part, 'kind' | 'id' | 'name'>): readonly string[] {
  const word = kindWords.find((each) => each.kind === kind)!.word;
  return [word, isPlainId(id) ? id : `id=${quotedText(id)}`, quotedText(name)];
}

/** An id where a path names its part: in quotes where it would be read as something else. */
export const writtenId = (id: string): string => (isPlainId(id) ? id : quotedText(id));

/** Whether an id is read as one wherever it stands: no number, no word of the notation. */
function isPlainId(id: string): boolean {
  return (
    /^[A-Za-z][\w+-]*$/.test(id) &&
    kindWord(id) === undefined &&
    !isReserved(id) &&
    readQuantity(id, undefined) === null
  );
}

/** Ways in which a part's words may have been written that would give this id and name. */
function labelsOf(
  { word, letter, title = '' }: KindWord,
  id: string,
  name: string,
): readonly (readonly string[])[] {
  const plain = /^[\p{L}\d][\p{L}\d-]*$/u;
  const rest = name.toLowerCase().startsWith(`${title.toLowerCase()} `) ? name.slice(title.length + 1) : name;
  const behind = ` ${wordBehind(word) ?? word}`;
  const tail = name.toLowerCase().endsWith(behind) ? name.slice(0, -behind.length) : null;
  const number = letter !== undefined && id.startsWith(letter) ? id.slice(letter.length) : id;
  const labels = [
    [number],
    [id],
    rest.split(' '),
    rest.toLowerCase().split(' '),
    [],
    ...(tail === null ? [] : [tail.split(' '), tail.toLowerCase().split(' ')]),
  ];
  return labels.filter((label) => label.every((each) => plain.test(each) && !isReserved(each)));
}

const reserved: readonly string[] = [
  ...['at', 'in', 'pin', 'pins', 'moves', 'uses', 'halves', 'diode', 'solid-state', 'link', 'id', 'via'],
  ...['circuit', 'place', 'strip', 'control', 'never'],
  ...pinRoleWords,
];

/** Words that would not be read as part of a name. */
function isReserved(word: string): boolean {
  const lower = word.toLowerCase();
  return (
    reserved.includes(lower) ||
    showsWords.some(([each]) => each === lower) ||
    styleWords.some(([each]) => each === lower) ||
    /^(30|8[567]|87[ab])$/.test(lower)
  );
}

function attributesOf(part: Part, circuit: Circuit, fullness: Fullness): readonly string[] {
  const spelled = fullness === 'spelled out';
  const isAssumed = part.assumed?.includes('place') === true;
  const place = isAssumed && !spelled ? [] : ['at', `${isAssumed ? '~' : ''}${part.place}`];
  const shows =
    'shows' in part && part.shows !== undefined
      ? [showsWords.find(([, each]) => each === part.shows)![0]]
      : [];
  const price = part.price === undefined ? [] : [`price=${part.price}`];
  const moves = part.kind === 'switch' && !ownsIts(part, spelled) ? ['moves', part.control] : [];
  const own = [
    ...loadWords(part, spelled),
    ...supplyWords(part, circuit, spelled),
    ...pinWords(part, fullness),
  ];
  return [...place, ...shows, ...price, ...moves, ...own];
}

/** A figure with its unit; nothing where the reader assumes it anyway. */
function figure(part: Part, field: AssumedOfPart, value: number, unit: 'A' | 'W' | 'Ω', spelled: boolean) {
  const isAssumed = part.assumed?.includes(field) === true;
  return isAssumed && !spelled ? [] : [writtenQuantity(value, unit, isAssumed)];
}

function loadWords(part: Part, spelled: boolean): readonly string[] {
  if (part.kind === 'lamp') {
    const count = part.count === 1 ? [] : [writtenQuantity(part.count, 'times')];
    return [...figure(part, 'watts', part.watts, 'W', spelled), ...count];
  }
  if (part.kind === 'two-filament lamp') {
    const first = figure(part, 'watts', part.watts[0], 'W', true);
    return [...first, writtenQuantity(part.watts[1], 'W'), 'uses', ...part.uses.map(quotedText)];
  }
  if (!('ohms' in part)) return [];
  const share = part.kind === 'potentiometer' && part.share !== usual.share ? [`share=${part.share}`] : [];
  return [...figure(part, 'ohms', part.ohms, 'Ω', spelled), ...share];
}

function supplyWords(part: Part, { nominalVolts }: Circuit, spelled: boolean): readonly string[] {
  if (part.kind === 'battery') {
    const volts = spelled || part.volts !== usual.batteryVolts(nominalVolts);
    const ohms = spelled || part.internalOhms !== usual.batteryOhms;
    return [
      ...(volts ? [writtenQuantity(part.volts, 'V')] : []),
      ...(ohms ? [writtenQuantity(part.internalOhms, 'Ω')] : []),
    ];
  }
  if (part.kind !== 'fuse' && part.kind !== 'fusible link' && part.kind !== 'breaker') return [];
  const rating = figure(part, 'ratingAmps', part.ratingAmps, 'A', spelled);
  if (part.kind !== 'fuse') return rating;
  const style =
    part.style === usual.style && !spelled ? [] : [styleWords.find(([, each]) => each === part.style)![0]];
  return [...rating, ...style, ...boxOf(part, spelled)];
}

function pinWords(part: Part, fullness: Fullness): readonly string[] {
  const spelled = fullness === 'spelled out';
  if (part.kind === 'relay') {
    const coil = figure(part, 'coilOhms', part.coilOhms, 'Ω', spelled);
    return [...coil, ...relayWords(part, fullness !== 'short'), ...boxOf(part, spelled)];
  }
  if (part.kind === 'module') return part.drawAmps === undefined ? [] : [writtenQuantity(part.drawAmps, 'A')];
  if (part.kind !== 'connector') return [];
  const [one, other] = part.halves;
  const plain = one === usual.halves[0] && other === usual.halves[1] && !spelled;
  // The pins last: they take all words that follow.
  return [...(plain ? [] : ['halves', quotedText(one), quotedText(other)]), 'pins', ...part.cavities];
}

/** Whether a switch's control is the one that it would have anyway. */
function ownsIts(part: Extract<Part, { kind: 'switch' }>, spelled: boolean): boolean {
  return !spelled && part.control === switchWord(headOf(part)[0]!).control(part.id, part.name).id;
}

function boxOf(
  { id, kind, centre, cavity }: Extract<Part, { kind: 'fuse' | 'relay' }>,
  spelled: boolean,
): readonly string[] {
  if (!spelled && centre === usual.centre && cavity === usualCavity({ id, kind })) return [];
  return ['in', quotedText(centre), quotedText(cavity)];
}

function relayWords(part: Extract<Part, { kind: 'relay' }>, withPins: boolean): readonly string[] {
  const { pins, coilBand, suppressionDiode, solidState, footprint } = part;
  const roles = Object.entries(relayPinWords).flatMap(([word, role]) =>
    pins[role] === undefined || !withPins
      ? []
      : [`${word}=${/^[\w-]+$/.test(pins[role]) ? pins[role] : quotedText(pins[role])}`],
  );
  const flag = (word: string, value: boolean | undefined) =>
    value === undefined ? [] : [value ? word : `${word}=no`];
  const figures = Object.entries(namedFigures).flatMap(([word, { field, unit }]) => {
    const value =
      field === 'leastOhms'
        ? coilBand?.leastOhms
        : field === 'mostOhms'
          ? coilBand?.mostOhms
          : (part as unknown as Record<string, number | undefined>)[field];
    return field === 'price' || value === undefined || unit === 'none'
      ? []
      : [`${word}=${writtenQuantity(value, unit)}`];
  });
  return [
    ...roles,
    ...flag('diode', suppressionDiode),
    ...flag('solid-state', solidState),
    ...figures,
    ...(footprint === undefined ? [] : [`footprint=${quotedText(footprint)}`]),
  ];
}

/** What stands behind a part's colon. */
function listOf(part: Part): string | null {
  if (part.kind === 'module') return part.pins.map(writtenModulePin).join(', ');
  if (part.kind !== 'switch') return null;
  return part.legs.map(({ a, b, closedIn }) => [`${a}/${b}`, 'in', ...closedIn].join(' ')).join(', ');
}
