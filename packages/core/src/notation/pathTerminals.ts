import type { TerminalRef } from '../circuit/terminalRef';
import type { Part } from '../circuit/parts/part';
import { kindOf } from '../circuit/parts/partKinds';
import type { Stop } from './drafts';
import { cavityOf } from './cavities';

/** Where a path comes into a part and where it goes on from it. */
export interface ThroughPart {
  readonly in: string | null;
  readonly out: string | null;
}

/**
 * The terminals of a part that a path takes at a stop.
 * @param free - of a connector the cavity, of a lamp with two filaments the filament's pin, where the stop names none
 * @returns null for an end that does not exist: a module's pin leads nowhere, and what is named may be no pin
 */
export function throughStop(part: Part, stop: Stop, free: string | null): ThroughPart {
  const arrive = stop.arrive === null ? null : terminalNamed(part, stop.arrive);
  const leave = stop.leave === null ? null : terminalNamed(part, stop.leave);
  if (part.kind === 'connector') return throughConnector(part, stop, free);
  if ((arrive === null) !== (stop.arrive === null) || (leave === null) !== (stop.leave === null)) {
    return { in: null, out: null };
  }
  if (part.kind === 'splice' || part.kind === 'ground') return { in: 'x', out: 'x' };
  if (part.kind === 'battery') return { in: arrive ?? '-', out: leave ?? '+' };
  if (part.kind === 'module') return { in: arrive ?? leave, out: leave };
  const [first, last] = usualEnds(part, free);
  const into = arrive ?? (leave === null ? first : (beyond(part, leave) ?? first));
  return { in: into, out: leave ?? (arrive === null ? last : beyond(part, arrive)) };
}

function throughConnector(
  part: Extract<Part, { kind: 'connector' }>,
  stop: Stop,
  free: string | null,
): ThroughPart {
  const [first, second] = stop.loadBefore ? (['b', 'a'] as const) : (['a', 'b'] as const);
  const end = (pin: string | null, half: 'a' | 'b') => {
    if (pin === null) return null;
    const named = cavityOf(pin, part.cavities);
    return part.cavities.includes(named.cavity) ? { ...named, half: named.half ?? half } : null;
  };
  const other = (half: 'a' | 'b') => (half === 'a' ? 'b' : 'a');
  const into = end(stop.arrive ?? stop.leave ?? free, first);
  const out = end(stop.leave ?? stop.arrive ?? free, second);
  if (into === null || out === null) return { in: null, out: null };
  const named = (pin: string | null) => pin !== null && cavityOf(pin, part.cavities).half !== null;
  // One half named decides the other.
  const inHalf = named(stop.arrive) || !named(stop.leave) ? into.half : other(out.half);
  const outHalf = named(stop.leave) || !named(stop.arrive) ? out.half : other(into.half);
  return { in: `${into.cavity}${inHalf}`, out: `${out.cavity}${outHalf}` };
}

const ofKind: Readonly<Partial<Record<Part['kind'], readonly [string, string]>>> = {
  fuse: ['feed', 'load'],
  'fusible link': ['feed', 'load'],
  breaker: ['feed', 'load'],
  diode: ['anode', 'cathode'],
  relay: ['supply', 'normallyOpen'],
};

/** The terminals of a part by which a path comes in and goes on where it says nothing. @param free - as `throughStop` has it */
function usualEnds(part: Part, free: string | null): readonly [string | null, string | null] {
  if (part.kind === 'two-filament lamp') return [free, 'ground'];
  if (part.kind === 'switch') return [part.legs[0]?.a ?? null, part.legs[0]?.b ?? null];
  return ofKind[part.kind] ?? ['1', '2'];
}

/** The other end of a relay's contact or coil. */
const relayPairs: Readonly<Record<string, string>> = {
  supply: 'normallyOpen',
  normallyOpen: 'supply',
  normallyClosed: 'supply',
  secondOpen: 'supply',
  coilFeed: 'coilCommand',
  coilCommand: 'coilFeed',
};

/** Where a path goes on that came in by a terminal; null where several ways lead on, or none. */
function beyond(part: Part, terminal: string): string | null {
  if (part.kind === 'relay') return relayPairs[terminal] ?? null;
  if (part.kind === 'switch') {
    const others = part.legs.flatMap(({ a, b }) => (a === terminal ? [b] : b === terminal ? [a] : []));
    return others.length === 1 ? others[0]! : null;
  }
  if (part.kind === 'two-filament lamp') return terminal === 'ground' ? null : 'ground';
  const [first, last] = usualEnds(part, null);
  return terminal === first ? last : terminal === last ? first : null;
}

/** The filament of a lamp with two for each path that comes to it and names none: the first that none has taken, or names. */
export function unnamedFilaments(part: Part, stops: readonly Stop[]): ReadonlyMap<Stop, string> {
  const named = stops.flatMap(({ arrive, leave }) =>
    [arrive, leave].map((pin) => (pin === null ? null : terminalNamed(part, pin))),
  );
  const free = ['1', '2'].filter((pin) => !named.includes(pin));
  const unnamed = stops.filter(
    ({ arrive, leave, where }) => arrive === null && leave === null && where !== 'first',
  );
  return new Map(unnamed.slice(0, free.length).map((stop, i) => [stop, free[i]!]));
}

/** A terminal by what is written: a relay's printed number or role, a filament's use, or the terminal's own name. */
function terminalNamed(part: Part, written: string): string | null {
  if (part.kind === 'splice' || part.kind === 'ground') return 'x';
  if (part.kind === 'connector') return null;
  if (part.kind === 'relay') {
    const roles = Object.keys(part.pins) as (keyof typeof part.pins)[];
    const found = roles.find((role) => part.pins[role] === written) ?? roles.find((role) => role === written);
    return found ?? null;
  }
  const lower = written.toLowerCase();
  const use =
    part.kind === 'two-filament lamp' ? part.uses.findIndex((each) => each.toLowerCase() === lower) : -1;
  if (use >= 0) return `${use + 1}`;
  const name = part.kind === 'battery' && written === '−' ? '-' : written;
  const terminals = kindOf(part).terminals(part);
  return (
    terminals.find((each) => each === name) ?? terminals.find((each) => each.toLowerCase() === lower) ?? null
  );
}

/** How a terminal is written behind its part: a relay's by its printed number. */
export function writtenTerminal(part: Part, terminal: string): string {
  return part.kind === 'relay' ? (part.pins[terminal as keyof typeof part.pins] ?? terminal) : terminal;
}

/** A part by what it is called with one of its terminals; a splice or a ground has one only, and goes without. */
export function writtenStop(part: Part, called: string, terminal: string): string {
  return part.kind === 'splice' || part.kind === 'ground'
    ? called
    : `${called}.${writtenTerminal(part, terminal)}`;
}

/** A terminal of a part as a reference. */
export const refOf = (part: Part, terminal: string): TerminalRef => `${part.id}.${terminal}`;
