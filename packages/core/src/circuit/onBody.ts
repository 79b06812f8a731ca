import type { BodyKind, Circuit, Place } from './circuit';

/** A spot on a vehicle seen from above, as shares: from the front (0) to the rear (1), from its left (0) to its right (1). */
export interface OnBody {
  readonly along: number;
  /** Null: its side is not known. */
  readonly across: number | null;
}

/** Where the doors at the back are, by kind of body: a van's and a bus's are its rear wall. */
const rearWall: readonly BodyKind[] = ['van', 'bus', 'trailer'];

type Side = 'middle' | 'edge' | 'doors';

/**
 * Words of places, with how far along they lie and to what side: the first that fits counts. Shares of the length, read
 * off common bodies. Judgement.
 */
const spots: readonly (readonly [words: RegExp, along: number, side: Side])[] = [
  [/tow ?bar|drawbar|trailer socket/, 0.99, 'middle'],
  [/number ?plate|tailgate|rear (end|light|lamp|bumper|wall)|tail ?(lamp|light)/, 0.95, 'edge'],
  [/d-?pillar/, 0.9, 'edge'],
  [/wheel ?arch.*rear|rear wheel/, 0.78, 'edge'],
  [/wheel ?arch/, 0.2, 'edge'],
  [/(headliner|roof).*front/, 0.34, 'middle'],
  [/(headliner|roof).*rear/, 0.82, 'middle'],
  [/boot|rear (bay|locker|bench)|load bed|luggage/, 0.84, 'middle'],
  [/c-?pillar/, 0.72, 'edge'],
  [/front bumper|bumper|grille|radiator|front (end|panel)|head ?(lamp|light)|fog/, 0.05, 'edge'],
  [/bulkhead|firewall|wiper/, 0.27, 'middle'],
  [/engine|bonnet|battery/, 0.14, 'middle'],
  [/mirror/, 0.34, 'doors'],
  [/a-?pillar/, 0.32, 'edge'],
  [/steering|pedal|column/, 0.36, 'edge'],
  [/dash|glove ?box|cluster|panel/, 0.34, 'edge'],
  [/front door/, 0.42, 'doors'],
  [/console|gear|hand ?brake|park brake/, 0.46, 'middle'],
  [/step ?well/, 0.44, 'edge'],
  [/b-?pillar/, 0.52, 'edge'],
  [/sill/, 0.5, 'edge'],
  [/seat/, 0.5, 'edge'],
  [/headliner|roof/, 0.5, 'middle'],
];

/** Words that say no more than how far along; tried where none of the above fits. */
const roughly: readonly (readonly [words: RegExp, along: number])[] = [
  [/\bcab\b/, 0.36],
  [/front/, 0.12],
  [/rear|back/, 0.88],
  [/middle|mid|centre|floor|saloon|chassis|underneath/, 0.5],
];

/** How far along a door lies. */
function doorAlong(words: string, body: BodyKind | undefined): number | null {
  if (!/door|hinge/.test(words)) return null;
  if (/rear/.test(words)) return body !== undefined && rearWall.includes(body) ? 0.97 : 0.64;
  return 0.43;
}

function acrossOf(words: string, side: Side): number | null {
  const edge = side === 'doors' ? 0.02 : 0.12;
  if (/\bleft\b/.test(words)) return edge;
  if (/\bright\b/.test(words)) return 1 - edge;
  if (side === 'middle' || /centre|middle/.test(words)) return 0.5;
  return null;
}

/**
 * Where a place lies on the body: as its document says, else as its name has it.
 * @returns null where neither tells
 */
export function whereOnBody({ body }: Pick<Circuit, 'body'>, place: Place): OnBody | null {
  if (place.where !== undefined) return { along: place.where[0], across: place.where[1] };
  const words = `${place.name} ${place.id}`.toLowerCase().replace(/[_-](?=left|right|front|rear)/g, ' ');
  const spot = spots.find(([each]) => each.test(words));
  if (spot !== undefined) return { along: spot[1], across: acrossOf(words, spot[2]) };
  const door = doorAlong(words, body);
  if (door !== null) return { along: door, across: acrossOf(words, door > 0.9 ? 'edge' : 'doors') };
  const rough = roughly.find(([each]) => each.test(words));
  return rough === undefined ? null : { along: rough[1], across: acrossOf(words, 'edge') };
}
