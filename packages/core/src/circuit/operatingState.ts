/** What stands in a fuse's cavity. */
export type CavityFill =
  { readonly kind: 'fuse' } | { readonly kind: 'open' } | { readonly kind: 'lamp'; readonly watts: number };

/** How the vehicle stands while a reading is taken. A reading without it is worthless. */
export interface OperatingState {
  /** Position of each control, by the control's id. */
  readonly controls: Readonly<Record<string, string>>;
  readonly batteryConnected: boolean;
  /** Parts taken apart: relays pulled, loads and modules unplugged, connectors parted. Sorted ids. */
  readonly apart: readonly string[];
  /** Cavities that hold something else than their fuse, by the fuse's id. */
  readonly cavities: Readonly<Record<string, CavityFill>>;
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
    ...state,
    cavities: Object.fromEntries(fill.kind === 'fuse' ? others : [...others, [fuse, fill]]),
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
  ]);
}
