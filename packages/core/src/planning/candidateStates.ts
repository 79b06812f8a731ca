import type { Circuit } from '../circuit/circuit';
import type { CavityFill, OperatingState } from '../circuit/operatingState';
import { isRuledOut } from '../circuit/held';
import { cavityFill, withApart, withCavity, withControl, withRenewed } from '../circuit/operatingState';
import { kindOf } from '../circuit/parts/partKinds';
import { REFERENCE } from '../network/network';
import type { Predictor, StatePredictions } from '../inference/predictor';
import { compoundStates } from './compoundStates';
import type { Kit } from './kit';
import { limiterLamp } from './kit';
import { priceOfSwap } from './moves';
import type { PlanLimits } from './offers';

/** What a technician owns and likes, and the controls' positions in which the trouble was seen. */
type StateLimits = Pick<Kit, 'limiter' | 'swaps'> & Pick<PlanLimits, 'shownIn'>;

/** What may well be, or hold, the cause. */
export interface InQuestion {
  /** Those that feed what is suspect. */
  readonly fuses: readonly string[];
  /** Worth a swap where a good one is known. */
  readonly parts: readonly string[];
  /** Sections, the likeliest first: worth taking everything off. */
  readonly wires: readonly string[];
}

/**
 * States worth measuring in, the present one first: as it is, with everything joined again, the battery on again,
 * the controls back where the trouble shows; the cavities of the fuses in question left open or filled with a limiter;
 * each with one control moved, each with one part taken apart or put together, and what takes several plugs at once. Positions
 * that carry a caution (cranking) are never among them, nor controls that change nothing in this circuit.
 * @param near - the only parts that a hand goes to; any when null
 */
export function candidateStates(
  predictor: Predictor,
  present: OperatingState,
  { fuses, parts, wires }: InQuestion,
  near: ReadonlySet<string> | null,
  { limiter = limiterLamp, swaps = 'by worth', shownIn }: StateLimits = {},
): readonly OperatingState[] {
  const { circuit } = predictor;
  const joined = present.apart.length === 0 ? [] : [{ ...present, apart: [] }];
  const live = present.batteryConnected
    ? []
    : [present, ...joined].map((base) => ({ ...base, batteryConnected: true }));
  const elsewhere =
    shownIn !== undefined &&
    Object.entries(shownIn).some(([id, position]) => present.controls[id] !== position);
  const shown = elsewhere ? [{ ...present, batteryConnected: true, apart: [], controls: shownIn }] : [];
  const whole: readonly OperatingState[] =
    Object.keys(present.cavities).length > 0 && shownIn !== undefined
      ? [{ ...present, batteryConnected: true, apart: [], cavities: {}, controls: shownIn }]
      : [];
  const remaining = [present, ...joined, ...live, ...shown, ...whole];
  const filled = remaining.flatMap((base) => fills(circuit, base, fuses, limiter));
  const moved = remaining.flatMap((base) => controlsMoved(circuit, base));
  const distinct = electricallyDistinct(predictor);
  // One move, then a second: of three at once nothing is asked before one of them is made.
  const single = [...remaining, ...filled, ...moved].filter(distinct);
  const set = [...single, ...filled.flatMap((base) => controlsMoved(circuit, base)).filter(distinct)];
  const removable = circuit.parts.filter(
    (part) => kindOf(part).removal !== null && near?.has(part.id) !== false,
  );
  const parted = [
    ...set,
    ...[...remaining, ...filled]
      .filter((state) => single.includes(state))
      .flatMap((state) => removable.map(({ id }) => withApart(state, id, !state.apart.includes(id)))),
  ];
  const swapped = (swaps === 'never' ? [] : worthASwap(circuit, present, parts)).flatMap((part) =>
    set.filter(({ apart }) => !apart.includes(part)).map((state) => withRenewed(state, part)),
  );
  const dead = { ...present, batteryConnected: false };
  const bases = present.batteryConnected ? [present, ...shown, dead] : [present, ...joined];
  const compound = bases
    .flatMap((base) => compoundStates(circuit, base, fuses, wires, near))
    .flatMap((base) => (base.batteryConnected ? [base, ...fills(circuit, base, fuses, limiter)] : [base]))
    .filter(distinct);
  const all = present.batteryConnected
    ? [...compound, ...parted, ...swapped, dead]
    : [...compound, ...parted];
  // As the vehicle stands, it stands.
  return all.filter((state) => state === present || !isRuledOut(circuit, state));
}

/** Parts worth a swap: they come out by hand, and it is known what a good one costs. */
function worthASwap(
  circuit: Circuit,
  { renewed }: OperatingState,
  parts: readonly string[],
): readonly string[] {
  return circuit.parts
    .filter(({ id }) => parts.includes(id) && renewed?.includes(id) !== true)
    .filter(
      (part) =>
        ['pull', 'unplug'].includes(kindOf(part).removal ?? '') && priceOfSwap(circuit, part) !== null,
    )
    .map(({ id }) => id);
}

/** A fuse in question may come out, or go in again: a plan never asks for a state that may well open it. */
function fills(
  circuit: Circuit,
  base: OperatingState,
  fuses: readonly string[],
  limiter: CavityFill,
): readonly OperatingState[] {
  const empty: CavityFill = { kind: 'open' };
  const whole: CavityFill = { kind: 'fuse' };
  return circuit.parts.flatMap(({ id, kind }) => {
    if (kind !== 'fuse') return [];
    const fill = cavityFill(base, id).kind;
    if (fill === 'fuse' && !fuses.includes(id)) return [];
    const others = [empty, limiter, whole].filter((each) => each.kind !== fill);
    return others.map((each) => withCavity(base, id, each));
  });
}

/** A state with one control moved, every way that carries no caution. */
export function controlsMoved(circuit: Circuit, base: OperatingState): readonly OperatingState[] {
  return circuit.controls.flatMap(({ id, positions }) =>
    positions
      .filter((each) => each.id !== base.controls[id] && each.caution === undefined)
      .map((each) => withControl(base, id, each.id)),
  );
}

/** Passes states in which the healthy circuit is not the same as in one that was passed before. */
function electricallyDistinct(predictor: Predictor): (state: OperatingState) => boolean {
  const seen = new Set<string>();
  return (state) => {
    const before = seen.size;
    return seen.add(signature(predictor, state)).size > before;
  };
}

const signatures = new WeakMap<StatePredictions, string>();

/** Equal for two states in which every point of the healthy circuit has the same volts and ohms. */
function signature({ solved, inState }: Predictor, state: OperatingState): string {
  const key = inState(state);
  const known = signatures.get(key);
  if (known !== undefined) return known;
  const { solution } = solved(state, null);
  const nodes = [...solution.network.nodeOf.values()].map((node) => {
    const { volts, ohms } = solution.thevenin(node, REFERENCE);
    return `${volts.toPrecision(6)} ${ohms.toPrecision(6)}`;
  });
  const fresh = nodes.join();
  signatures.set(key, fresh);
  return fresh;
}
