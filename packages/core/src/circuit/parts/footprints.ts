import type { FootprintId, RelayPart, RelayTerminal } from './relay';

/** Where one pin lies, as one looks into the socket: columns from the left, rows from the top, 0 to 4. */
export interface PinPlace {
  readonly role: RelayTerminal;
  readonly column: number;
  readonly row: number;
  /** Whether its blade lies across (`true`) or upright. */
  readonly across: boolean;
}

/** How the pins of a relay lie. */
export interface SocketLayout {
  readonly pins: readonly PinPlace[];
}

export interface Footprint extends SocketLayout {
  readonly name: string;
  /** What it is fitted for, and how wide it is, in a few words. */
  readonly size: string;
}

const coil: readonly PinPlace[] = [
  { role: 'coilCommand', column: 0, row: 2, across: false },
  { role: 'coilFeed', column: 4, row: 2, across: false },
];
const contact: readonly PinPlace[] = [
  { role: 'normallyOpen', column: 2, row: 0, across: true },
  { role: 'supply', column: 2, row: 4, across: true },
];
const middle = (role: RelayTerminal): PinPlace => ({ role, column: 2, row: 2, across: true });
const microCoil: readonly PinPlace[] = [
  { role: 'coilCommand', column: 1, row: 3, across: false },
  { role: 'coilFeed', column: 3, row: 3, across: false },
];
const microContact: readonly PinPlace[] = [
  { role: 'normallyOpen', column: 2, row: 0, across: true },
  { role: 'supply', column: 2, row: 4, across: true },
];

/**
 * The usual arrangements of automotive plug-in relays (the cross of ISO 7588-1 and its smaller sisters), as one looks
 * into the socket. Which of the two coil blades is 85 differs between makers: the numbers moulded beside them count.
 */
export const footprints: Readonly<Record<FootprintId, Footprint>> = {
  mini: { name: 'Mini, four pins', size: 'about 28 mm, 6.3 mm blades', pins: [...contact, ...coil] },
  'mini changeover': {
    name: 'Mini, changeover',
    size: 'about 28 mm, 6.3 mm blades',
    pins: [...contact, ...coil, middle('normallyClosed')],
  },
  micro: {
    name: 'Micro, four pins',
    size: 'about 23 mm, 4.8 and 6.3 mm blades',
    pins: [...microContact, ...microCoil],
  },
  'micro changeover': {
    name: 'Micro, changeover',
    size: 'about 23 mm, 4.8 and 6.3 mm blades',
    pins: [...microContact, ...microCoil, middle('normallyClosed')],
  },
  'twin contact': {
    name: 'Mini, twin contact',
    size: 'about 28 mm, two outputs that close together',
    pins: [...contact, ...coil, middle('secondOpen')],
  },
  'solid state': {
    name: 'Solid state, in a mini’s outline',
    size: 'no coil and no contacts: works one way round only',
    pins: [...contact, ...coil],
  },
};

/** The footprint of a relay: the document's own, else the mini that has as many pins. */
export function footprintOf({ footprint, pins, solidState }: RelayPart): Footprint {
  if (footprint !== undefined) return footprints[footprint];
  if (solidState === true) return footprints['solid state'];
  if (pins.secondOpen !== undefined) return footprints['twin contact'];
  return footprints[pins.normallyClosed === undefined ? 'mini' : 'mini changeover'];
}

/** The pins that a relay has, as some layout has them; those that the layout leaves out stand in a row below it. */
export function pinsLaidOut({ pins }: RelayPart, layout: SocketLayout): readonly PinPlace[] {
  const roles = Object.keys(pins).filter((role) => pins[role as RelayTerminal] !== undefined);
  const known = layout.pins.filter(({ role }) => roles.includes(role));
  const missing = roles.filter((role) => !known.some((each) => each.role === role));
  return [
    ...known,
    ...missing.map((role, column) => ({ role: role as RelayTerminal, column, row: 5, across: false })),
  ];
}

/** The same as one looks at the relay's legs: left and right exchanged. */
export function mirrored(places: readonly PinPlace[]): readonly PinPlace[] {
  return places.map((each) => ({ ...each, column: 4 - each.column }));
}
