import { placeWord } from './placeWord';
import { zoneById } from './bodyPlan';
import { fuseStyles } from '../physics/fuseColdResistance';
import { isLoad } from '../circuit/parts/partKinds';
import type { Part } from '../circuit/parts/part';
import { showsItself } from '../circuit/parts/partKind';
import type { RelayPins } from '../circuit/parts/relay';
import { footprintIds } from '../circuit/parts/relay';
import { ratedLampVolts } from '../circuit/parts/lamp';
import type { Cursor } from './cursor';
import type { PartDraft, PartFields } from './drafts';
import type { Quantity, Unit } from './quantities';
import { bothWatts } from './quantities';

type NumberField = {
  [K in keyof PartFields]-?: number extends PartFields[K] ? K : never;
}[keyof PartFields];

/** Which figure of a part a bare quantity is, by its unit. */
const byUnit: Readonly<Partial<Record<Part['kind'], Partial<Record<Unit, NumberField>>>>> = {
  battery: { V: 'volts', Ω: 'internalOhms' },
  fuse: { A: 'ratingAmps', none: 'ratingAmps' },
  'fusible link': { A: 'ratingAmps', none: 'ratingAmps' },
  breaker: { A: 'ratingAmps', none: 'ratingAmps' },
  relay: { Ω: 'coilOhms' },
  lamp: { W: 'watts', times: 'count' },
  'two-filament lamp': { W: 'watts' },
  motor: { Ω: 'ohms' },
  heater: { Ω: 'ohms' },
  solenoid: { Ω: 'ohms' },
  resistor: { Ω: 'ohms' },
  potentiometer: { Ω: 'ohms' },
  module: { A: 'drawAmps' },
};

/** Figures that are written with their name: `suppressed=680Ω`. */
export const namedFigures = {
  price: { field: 'price', unit: 'none', kinds: null },
  share: { field: 'share', unit: 'none', kinds: ['potentiometer'] },
  suppressed: { field: 'suppressionOhms', unit: 'Ω', kinds: ['relay'] },
  least: { field: 'leastOhms', unit: 'Ω', kinds: ['relay'] },
  most: { field: 'mostOhms', unit: 'Ω', kinds: ['relay'] },
  'pull-in': { field: 'pullInVolts', unit: 'V', kinds: ['relay'] },
  'drop-out': { field: 'dropOutVolts', unit: 'V', kinds: ['relay'] },
} as const;

/** Relay pins by the word that names their role in the notation. */
export const relayPinWords = {
  supply: 'supply',
  no: 'normallyOpen',
  nc: 'normallyClosed',
  second: 'secondOpen',
  feed: 'coilFeed',
  command: 'coilCommand',
} as const;

// Looked up as maps: a word such as “constructor” is in every object.
const rolesByWord: ReadonlyMap<string, keyof RelayPins> = new Map(Object.entries(relayPinWords));
const figuresByWord: ReadonlyMap<
  string,
  { readonly field: NumberField; readonly unit: Unit; readonly kinds: readonly Part['kind'][] | null }
> = new Map(Object.entries(namedFigures));

/** Words that a fuse's style goes by: the first of its name. */
export const styleWords = fuseStyles.map((style) => [style.split(' ')[0]!, style] as const);
/** How a load shows itself, in one word. */
export const showsWords = showsItself.map((each) => [each === 'not' ? 'unnoticed' : each, each] as const);
const boxed: readonly Part['kind'][] = ['fuse', 'relay'];

/**
 * Reads one attribute of a part, where one stands here.
 * @param supplyVolts - nominal, for loads given in amps or watts
 * @returns whether one was read
 * @throws {LineFlaw} where one stands here and does not fit
 */
export function readAttribute(
  cursor: Cursor,
  { kind, fields, assumed }: Pick<PartDraft, 'kind' | 'fields' | 'assumed'>,
  supplyVolts: number,
): boolean {
  if (cursor.peek()?.kind !== 'word') return false;
  if (cursor.takeWord('at')) {
    const { id: first, isAssumed } = placeWord(cursor);
    if (isAssumed) assumed.add('place');
    // Zones of two words may be written as they are said: “at engine bay”.
    const second = cursor.peek();
    const both = second?.kind === 'word' ? `${first}-${second.text.toLowerCase()}` : first;
    const isSaid = both !== first && zoneById(both.toLowerCase()) !== null;
    if (isSaid) cursor.next();
    fields.place = isSaid ? both.toLowerCase() : first;
    return true;
  }
  if (boxed.includes(kind) && cursor.takeWord('in')) {
    fields.centre = cursor.word('the name of the fuse box');
    fields.cavity = cursor.word('the number of its cavity');
    return true;
  }
  return (
    wordAttribute(cursor, kind, fields) ||
    namedAttribute(cursor, kind, fields) ||
    figure(cursor, kind, fields, assumed, supplyVolts)
  );
}

function wordAttribute(cursor: Cursor, kind: Part['kind'], fields: PartFields): boolean {
  if (kind === 'fuse') {
    const style = styleWords.find(([word]) => cursor.takeWord(word));
    if (style !== undefined) {
      fields.style = style[1];
      cursor.takeWord('blade');
      return true;
    }
  }
  if (isLoad(kind)) {
    const shows = showsWords.find(([word]) => cursor.takeWord(word));
    if (shows !== undefined) {
      fields.shows = shows[1];
      return true;
    }
  }
  if (kind === 'two-filament lamp' && cursor.takeWord('uses')) {
    fields.uses = [cursor.word('what the first filament is for'), cursor.word('what the second is for')];
    return true;
  }
  if (kind === 'switch' && cursor.takeWord('moves')) {
    fields.control = cursor.word('the control that moves it');
    return true;
  }
  if (kind === 'connector') {
    if (cursor.takeWord('halves')) {
      fields.halves = [
        cursor.word('what its first half is called'),
        cursor.word('what its second half is called'),
      ];
      return true;
    }
    if (cursor.takeWord('pins')) {
      const cavities: string[] = [];
      do cavities.push(cursor.word('the number of a cavity'));
      while (cursor.is('word') || cursor.take(','));
      fields.cavities = cavities;
      return true;
    }
  }
  return false;
}

const yes = ['diode', 'solid-state'] as const;

function namedAttribute(cursor: Cursor, kind: Part['kind'], fields: PartFields): boolean {
  const word = cursor.peek()?.text.toLowerCase() ?? '';
  if (kind === 'relay') {
    const flag = yes.find((each) => each === word);
    if (flag !== undefined) {
      cursor.next();
      const value = !(cursor.take('=') && cursor.word('yes or no').toLowerCase() === 'no');
      if (flag === 'diode') fields.suppressionDiode = value;
      else fields.solidState = value;
      return true;
    }
  }
  if (cursor.peek(1)?.kind !== '=') return false;
  const taken = cursor.taken;
  cursor.next();
  cursor.next();
  if (kind === 'relay') {
    const role = rolesByWord.get(word);
    if (role !== undefined) {
      fields.relayPins = { ...fields.relayPins, [role]: cursor.word('the number of that pin') };
      return true;
    }
    if (word === 'footprint') {
      const name = cursor.word('the name of a footprint');
      const known = footprintIds.find((each) => each === name);
      if (known === undefined) throw cursor.flawFrom(taken, `Expected one of: ${footprintIds.join('; ')}.`);
      fields.footprint = known;
      return true;
    }
  }
  const named = figuresByWord.get(word);
  if (named === undefined || named.kinds?.includes(kind) === false) {
    throw cursor.flawFrom(taken, `A ${kind} has no “${word}”.`);
  }
  const quantity = cursor.quantity();
  if (quantity === null || (quantity.unit !== named.unit && quantity.unit !== 'none')) {
    throw cursor.flawFrom(
      taken,
      `Expected a number${named.unit === 'none' ? '' : ` in ${named.unit}`} after “${word}=”.`,
    );
  }
  fields[named.field] = quantity.value;
  return true;
}

function figure(
  cursor: Cursor,
  kind: Part['kind'],
  fields: PartFields,
  assumed: Set<string>,
  supplyVolts: number,
): boolean {
  const taken = cursor.taken;
  const both = kind === 'two-filament lamp' ? bothWatts.exec(cursor.peek()?.text ?? '') : null;
  if (both !== null) {
    cursor.next();
    const watts = (text: string) => Number(text.replace(',', '.'));
    fields.watts = watts(both[1]!);
    fields.secondWatts = watts(both[2]!);
    return true;
  }
  const quantity = cursor.quantity();
  if (quantity === null) return false;
  const field = byUnit[kind]?.[quantity.unit];
  const ohms = ohmsOf(kind, quantity, supplyVolts);
  if (field === undefined && ohms === null) {
    // A bare number may belong to a name.
    if (quantity.unit === 'none') {
      cursor.backTo(taken);
      return false;
    }
    throw cursor.flawFrom(taken, `A ${kind} is not given in ${quantity.unit}.`);
  }
  const value = ohms ?? quantity.value;
  if (!(value > 0)) throw cursor.flawFrom(taken, 'Expected a number above 0.');
  const second = kind === 'two-filament lamp' && fields.watts !== undefined;
  const name = second ? 'secondWatts' : (field ?? 'ohms');
  fields[name] = value;
  if (quantity.assumed) assumed.add(name);
  return true;
}

/** Ohms of a load that is given by its rated amps or watts, three figures; null where it is not. */
function ohmsOf(kind: Part['kind'], { value, unit }: Quantity, supplyVolts: number): number | null {
  if (kind !== 'motor' && kind !== 'heater' && kind !== 'solenoid' && kind !== 'resistor') return null;
  const rated = ratedLampVolts(supplyVolts);
  if (unit === 'A') return Number((rated / value).toPrecision(3));
  return unit === 'W' ? Number((rated ** 2 / value).toPrecision(3)) : null;
}
