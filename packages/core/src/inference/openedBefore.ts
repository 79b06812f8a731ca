import type { OperatingState } from '../circuit/operatingState';
import { cavityFill } from '../circuit/operatingState';
import type { Unknowns } from '../circuit/parts/partKind';
import { ways } from './predictionRows';
import type { Predictor } from './predictor';

/** A state that the vehicle was in, and a fuse that was known to be whole at its end. */
export interface PastState {
  readonly state: OperatingState;
  readonly whole?: string | undefined;
  /** The id of the reading that showed it. */
  readonly seenBy?: string | undefined;
}

/** The state in which something was read, and those that the vehicle was in before. */
interface ReadInState {
  readonly state: OperatingState;
  readonly before?: readonly PastState[];
}

/** Hypotheses under which the same fuses have opened before a reading. */
export interface OpenedGroup {
  readonly fuses: readonly string[];
  /** Rising. */
  readonly hypotheses: Int32Array;
}

/** A fuse that may have opened before a reading, and the states in which it may have, each once. */
export interface FuseInDoubt {
  readonly fuse: string;
  readonly states: readonly OperatingState[];
}

/**
 * The fuses that are fitted when something is read, with those states since each was put in that open a fuse under some
 * hypothesis. Cost: the states; each is solved under all hypotheses.
 */
export function fusesInDoubt(
  predictor: Predictor,
  { state: now, before = [] }: ReadInState,
): readonly FuseInDoubt[] {
  const own = predictor.keyOf(now);
  const mayOpen = before.map(
    ({ state }) =>
      state.batteryConnected &&
      predictor.keyOf(state) !== own &&
      ways.some((way) => predictor.opened(state, way) !== null),
  );
  if (!mayOpen.includes(true)) return [];
  return predictor.circuit.parts
    .filter(({ kind }) => kind === 'fuse' || kind === 'fusible link')
    .flatMap(({ id }) => {
      if (!isFitted(now, id)) return [];
      const fitted = before.map(({ state, whole }) => whole === id || !isFitted(state, id)).lastIndexOf(true);
      const since = before.filter((_each, index) => index > fitted && mayOpen[index]!);
      const states = new Map(since.map(({ state }) => [predictor.keyOf(state), state]));
      return states.size === 0 ? [] : [{ fuse: id, states: [...states.values()] }];
    });
}

function isFitted(state: OperatingState, fuse: string): boolean {
  return cavityFill(state, fuse).kind === 'fuse' && state.blown?.includes(fuse) !== true;
}

/**
 * Under which hypotheses a fuse has opened in a state that the vehicle was in before a reading, and been left in its
 * cavity since: a fuse that has opened stays open until another is fitted. Under the others nothing has.
 * Cost: the states × the hypotheses.
 */
export function openedBefore(predictor: Predictor, reading: ReadInState): readonly OpenedGroup[] {
  return openedOf(predictor, fusesInDoubt(predictor, reading), 'usual');
}

/** @param unknowns - where in its range the current lies that opens a fuse */
function openedOf(
  predictor: Predictor,
  inDoubt: readonly FuseInDoubt[],
  unknowns: Unknowns,
): readonly OpenedGroup[] {
  if (inDoubt.length === 0) return [];
  const since = inDoubt.map(({ fuse, states }) => ({
    fuse,
    opened: states.flatMap((state) => {
      const opened = predictor.opened(state, unknowns);
      return opened === null ? [] : [opened];
    }),
  }));
  const groups = new Map<string, { fuses: readonly string[]; hypotheses: number[] }>();
  for (let h = 0; h < predictor.hypotheses.length; h++) {
    const fuses = since
      .filter(({ fuse, opened }) => opened.some((each) => each[h]!.includes(fuse)))
      .map(({ fuse }) => fuse);
    if (fuses.length === 0) continue;
    const key = fuses.join(' ');
    const group = groups.get(key) ?? { fuses, hypotheses: [] };
    group.hypotheses.push(h);
    groups.set(key, group);
  }
  return [...groups.values()].map(({ fuses, hypotheses }) => ({
    fuses,
    hypotheses: Int32Array.from(hypotheses),
  }));
}

/**
 * The same by where in its range the current lies that opens a fuse, in the order of `ways`. Where no fuse was near to opening it
 * is worked out once: the same list then stands for every way.
 */
export function openedInEachWay(
  predictor: Predictor,
  inDoubt: readonly FuseInDoubt[],
): readonly (readonly OpenedGroup[])[] {
  const usual = openedOf(predictor, inDoubt, 'usual');
  const states = inDoubt.flatMap((each) => each.states);
  const isAlike = (way: Unknowns) =>
    states.every((state) => predictor.opened(state, way) === predictor.opened(state));
  return ways.map((way) => (isAlike(way) ? usual : openedOf(predictor, inDoubt, way)));
}
