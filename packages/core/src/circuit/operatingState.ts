import type { TerminalRef } from './terminalRef';

/** What stands in a fuse's cavity. */
export type CavityFill =
  | { readonly kind: 'fuse' }
  | { readonly kind: 'open' }
  | { readonly kind: 'lamp'; readonly watts: number }
  /** A self-resetting breaker, a series ammeter behind its own fuse, or a fused lead: amps of each. */
  | { readonly kind: 'breaker' | 'ammeter' | 'jumper'; readonly amps: number };

/**
 * A fused lead laid by hand: a jumper between two terminals, a ground of one's own, or a supply of one's own (its
 * negative on the body), which is there even while the battery is disconnected.
 */
export interface Lead {
  readonly from: TerminalRef | 'own supply' | 'ground';
  readonly to: TerminalRef;
  readonly fuseAmps: number;
}

/** How the vehicle stands while a reading is taken. A reading without it is worthless. */
export interface OperatingState {
  /** Position of each control, by the control's id. */
  readonly controls: Readonly<Record<string, string>>;
  readonly batteryConnected: boolean;
  /** Parts taken apart: relays pulled, loads and modules unplugged, connectors parted. Sorted ids. */
  readonly apart: readonly string[];
  /** Cavities that hold something else than their fuse, by the fuse's id. */
  readonly cavities: Readonly<Record<string, CavityFill>>;
  /** Fused leads laid; none when absent. */
  readonly leads?: readonly Lead[] | undefined;
  /** Parts swapped for one known to be good: what was wrong within them is gone. Sorted ids; none when absent. */
  readonly renewed?: readonly string[] | undefined;
  /** Fuses that have opened and still sit in their cavities. Sorted ids; none when absent. */
  readonly blown?: readonly string[] | undefined;
}

/** Whether each of some controls stands in the position given for it. */
export function standsAs({ controls }: OperatingState, as: OperatingState['controls']): boolean {
  return Object.entries(as).every(([id, position]) => controls[id] === position);
}

/** What stands in the cavity of a fuse. */
export function cavityFill(state: OperatingState, fuse: string): CavityFill {
  return state.cavities[fuse] ?? { kind: 'fuse' };
}

/** The same state with one part taken apart, or put together again. */
export function withApart(state: OperatingState, part: string, apart: boolean): OperatingState {
  const others = state.apart.filter((each) => each !== part);
  return { ...state, apart: apart ? [...others, part].sort() : others };
}

/** The same state with one cavity filled otherwise. A fuse in its own cavity leaves no entry. */
export function withCavity(state: OperatingState, fuse: string, fill: CavityFill): OperatingState {
  const others = Object.entries(state.cavities).filter(([id]) => id !== fuse);
  return {
    ...withBlown(state, [fuse], false),
    cavities: Object.fromEntries(fill.kind === 'fuse' ? others : [...others, [fuse, fill]]),
  };
}

/** The same state with one fused lead laid, or taken off: a lead is known by its two ends. */
export function withLead(state: OperatingState, lead: Lead, connection = true): OperatingState {
  const others = (state.leads ?? []).filter(({ from, to }) => from !== lead.from || to !== lead.to);
  return { ...state, leads: connection ? [...others, lead] : others };
}

/** Whether a part has been swapped for a good one. */
export function isRenewed({ renewed }: OperatingState, part: string): boolean {
  return renewed?.includes(part) === true;
}

/** The same state with one part swapped for a good one, or the old one put back. */
export function withRenewed(state: OperatingState, part: string, renewed = true): OperatingState {
  const others = (state.renewed ?? []).filter((each) => each !== part);
  return { ...state, renewed: renewed ? [...others, part].sort() : others };
}

/** The same state with fuses that have opened in their cavities, or with whole ones there again. */
export function withBlown(state: OperatingState, fuses: readonly string[], blown = true): OperatingState {
  const before = state.blown ?? [];
  const others = before.filter((each) => !fuses.includes(each));
  if (!blown && others.length === before.length) return state;
  return { ...state, blown: blown ? [...others, ...fuses].sort() : others };
}

/** The same state with everything put back: battery on, all plugged in, whole fuses in their cavities, no lead laid. */
export function putTogether(state: OperatingState): OperatingState {
  return {
    ...withBlown(state, state.blown ?? [], false),
    batteryConnected: true,
    apart: [],
    cavities: {},
    leads: undefined,
  };
}

/** The same state with one control moved. */
export function withControl(state: OperatingState, control: string, position: string): OperatingState {
  return { ...state, controls: { ...state.controls, [control]: position } };
}

/** A text that is equal for two states exactly when they are the same; a key for caches. */
export function stateKey(state: OperatingState): string {
  const sorted = (record: Readonly<Record<string, unknown>>) =>
    Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify([
    sorted(state.controls),
    state.batteryConnected,
    [...state.apart].sort(),
    sorted(state.cavities),
    (state.leads ?? []).map(({ from, to, fuseAmps }) => `${from} ${to} ${fuseAmps}`).sort(),
    [...(state.renewed ?? [])].sort(),
    [...(state.blown ?? [])].sort(),
  ]);
}
