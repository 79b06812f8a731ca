import type { TerminalRef } from '../circuit/terminalRef';
import type { Part } from '../parts/part';
import type { Stop } from './drafts';
import { cavityOf } from './cavities';

/** Where a path comes into a part and where it goes on from it. */
export interface ThroughPart {
  readonly in: string | null;
  readonly out: string | null;
}

/**
 * The terminals of a part that a path takes at a stop.
 * @param cavity - of a connector, where the stop names none
 * @returns null for an end that does not exist: a module's pin leads nowhere, and what is named may be no pin
 */
export function throughStop(part: Part, stop: Stop, cavity: string | null): ThroughPart {
  const arrive = stop.arrive === null ? null : terminalNamed(part, stop.arrive);
  const leave = stop.leave === null ? null : terminalNamed(part, stop.leave);
  if (part.kind === 'connector') return throughConnector(part, stop, cavity);
  if ((arrive === null) !== (stop.arrive === null) || (leave === null) !== (stop.leave === null)) {
    return { in: null, out: null };
  }
  switch (part.kind) {
    case 'splice':
    case 'ground':
      return { in: 'x', out: 'x' };
    case 'battery':
      return { in: arrive ?? '-', out: leave ?? '+' };
    case 'module':
      return { in: arrive ?? leave, out: leave };
    default: {
      const [first, last] = usualEnds(part);
      const into = arrive ?? (leave === null ? first : (beyond(part, leave) ?? first));
      const out = leave ?? (arrive === null ? last : beyond(part, arrive));
      return { in: into, out };
    }
  }
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

/** The terminals of a part by which a path comes in and goes on where it says nothing. */
function usualEnds(part: Part): readonly [string | null, string | null] {
  switch (part.kind) {
    case 'fuse':
    case 'fusible link':
    case 'breaker':
      return ['feed', 'load'];
    case 'diode':
      return ['anode', 'cathode'];
    case 'two-filament lamp':
      return ['1', 'ground'];
    case 'relay':
      return ['supply', 'normallyOpen'];
    case 'switch':
      return [part.legs[0]?.a ?? null, part.legs[0]?.b ?? null];
    default:
      return ['1', '2'];
  }
}

/** Where a path goes on that came in by a terminal; null where several ways lead on, or none. */
function beyond(part: Part, terminal: string): string | null {
  switch (part.kind) {
    case 'relay': {
      const pairs: Readonly<Record<string, string>> = {
        supply: 'normallyOpen',
        normallyOpen: 'supply',
        normallyClosed: 'supply',
        secondOpen: 'supply',
        coilFeed: 'coilCommand',
        coilCommand: 'coilFeed',
      };
      return pairs[terminal] ?? null;
    }
    case 'switch': {
      const others = part.legs.flatMap(({ a, b }) => (a === terminal ? [b] : b === terminal ? [a] : []));
      return others.length === 1 ? others[0]! : null;
    }
    case 'two-filament lamp':
      return terminal === 'ground' ? null : 'ground';
    default: {
      const [first, last] = usualEnds(part);
      return terminal === first ? last : terminal === last ? first : null;
    }
  }
}

/** A terminal by what is written: a relay's printed number or role, a filament's use, or the terminal's own name. */
export function terminalNamed(part: Part, written: string): string | null {
  const lower = written.toLowerCase();
  switch (part.kind) {
    case 'relay': {
      const roles = Object.keys(part.pins) as (keyof typeof part.pins)[];
      const found =
        roles.find((role) => part.pins[role] === written) ?? roles.find((role) => role === written);
      return found ?? null;
    }
    case 'battery':
      return written === '+' || written === '-' ? written : written === '−' ? '-' : null;
    case 'two-filament lamp': {
      const use = part.uses.findIndex((each) => each.toLowerCase() === lower);
      if (use >= 0) return use === 0 ? '1' : '2';
      return ['1', '2', 'ground'].includes(lower) ? lower : null;
    }
    case 'fuse':
    case 'fusible link':
    case 'breaker':
      return lower === 'feed' || lower === 'load' ? lower : null;
    case 'diode':
      return lower === 'anode' || lower === 'cathode' ? lower : null;
    case 'module':
      return part.pins.some(({ pin }) => pin === written) ? written : null;
    case 'switch':
      return part.legs.some(({ a, b }) => a === written || b === written) ? written : null;
    case 'potentiometer':
      return ['1', '2', 'wiper'].includes(lower) ? lower : null;
    case 'splice':
    case 'ground':
      return 'x';
    case 'connector':
      return null;
    default:
      return written === '1' || written === '2' ? written : null;
  }
}

/** How a terminal is written behind its part: a relay's by its printed number. */
export function writtenTerminal(part: Part, terminal: string): string {
  return part.kind === 'relay' ? (part.pins[terminal as keyof typeof part.pins] ?? terminal) : terminal;
}

/** A terminal of a part as a reference. */
export const refOf = (part: Part, terminal: string): TerminalRef => `${part.id}.${terminal}`;
