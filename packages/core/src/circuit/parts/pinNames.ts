import type { RelayPart, RelayTerminal } from './relay';

/** What stands beside one pin in each way of numbering; empty where that way has no number for it. */
export interface PinNames {
  readonly role: RelayTerminal;
  /** As printed on this relay. */
  readonly own: string;
  /** Terminal designations of DIN 72552. */
  readonly din: string;
  /** Running numbers of the small relays. */
  readonly running: string;
}

/** The two common ways side by side, and the role of each where the coil's two ends do not matter. */
const pairs: readonly { readonly din: string; readonly running: string; readonly role: RelayTerminal }[] = [
  { din: '86', running: '1', role: 'coilFeed' },
  { din: '85', running: '2', role: 'coilCommand' },
  { din: '30', running: '3', role: 'supply' },
  { din: '87a', running: '4', role: 'normallyClosed' },
  { din: '87', running: '5', role: 'normallyOpen' },
  { din: '87b', running: '', role: 'secondOpen' },
];

/** The number of each pin in one way of numbering, by its role; empty where that way has none for it. */
export function pinNumbers(way: 'din' | 'running'): Readonly<Record<RelayTerminal, string>> {
  return Object.fromEntries(pairs.map((pair) => [pair.role, pair[way]])) as Record<RelayTerminal, string>;
}

/** In the order of the work: contacts first, then the coil. */
const order: readonly RelayTerminal[] = [
  'supply',
  'normallyOpen',
  'secondOpen',
  'normallyClosed',
  'coilFeed',
  'coilCommand',
];

/**
 * Every pin of a relay with its number in each way of numbering. What is printed decides which of the coil's ends is
 * which; a maker's own numbers go by role.
 */
export function pinNames({ pins }: RelayPart): readonly PinNames[] {
  const printed = Object.values(pins).filter((each) => each !== undefined);
  const way = (['din', 'running'] as const).find((each) =>
    printed.every((name) => pairs.some((pair) => pair[each] === name)),
  );
  return order.flatMap((role) => {
    const own = pins[role];
    if (own === undefined) return [];
    const pair = pairs.find((each) => (way === undefined ? each.role === role : each[way] === own));
    return { role, own, din: pair?.din ?? '', running: pair?.running ?? '' };
  });
}

/** What a pin is there for, in the trade's words. */
export const roleWords: Readonly<Record<RelayTerminal, string>> = {
  supply: 'contact supply',
  normallyOpen: 'to the load, closed when pulled',
  secondOpen: 'second load, closed when pulled',
  normallyClosed: 'closed at rest',
  coilFeed: 'coil feed',
  coilCommand: 'coil command',
};
