import type { OperatingState } from '../circuit/operatingState';
import { cavityFill, stateKey } from '../circuit/operatingState';
import type { Unknowns } from '../circuit/parts/partKind';
import { ways } from './predictionRows';
import type { Predictor } from './predictor';

/** A state that the vehicle was in, and a fuse that was known to be whole at its end. */
export interface PastState {
  readonly state: OperatingState;
  readonly whole?: string | undefined;
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

/**
 * Under which hypotheses a fuse has opened in a state that the vehicle was in before a reading, and been left in its
 * cavity since: a fuse that has opened stays open until another is fitted. Under the others nothing has.
 * Cost: the states × the hypotheses; each state is solved under all of them.
 * @param unknowns - where in its range the current lies that opens a fuse
 */
export function openedBefore(
  predictor: Predictor,
  reading: ReadInState,
  unknowns: Unknowns = 'usual',
): readonly OpenedGroup[] {
  const { before = [] } = reading;
  if (before.length === 0) return [];
  const own = stateKey(reading.state);
  const past = before.map(({ state, whole }) => ({ state, whole, key: stateKey(state) }));
  const groups = new Map<string, { fuses: readonly string[]; hypotheses: number[] }>();
  const openedIn = new Map(
    past
      .filter(({ key, state }) => key !== own && state.batteryConnected)
      .map(({ key, state }) => [key, predictor.opened(state, unknowns)] as const),
  );
  const since = predictor.circuit.parts
    .filter(({ kind }) => kind === 'fuse' || kind === 'fusible link')
    .map(({ id }) => ({ id, states: fittedSince(reading.state, past, id) }))
    .map(({ id, states }) => ({
      id,
      opened: states.flatMap((key) => {
        const opened = openedIn.get(key);
        return opened === undefined || opened === null ? [] : [opened];
      }),
    }))
    .filter(({ opened }) => opened.length > 0);
  if (since.length === 0) return [];
  for (let h = 0; h < predictor.hypotheses.length; h++) {
    const fuses = since
      .filter(({ id, opened }) => opened.some((each) => each[h]!.includes(id)))
      .map(({ id }) => id);
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
  reading: ReadInState,
): readonly (readonly OpenedGroup[])[] {
  const { before = [] } = reading;
  const usual = openedBefore(predictor, reading);
  const isAlike = (way: Unknowns) =>
    before.every(
      ({ state }) => !state.batteryConnected || predictor.opened(state, way) === predictor.opened(state),
    );
  return ways.map((way) => (isAlike(way) ? usual : openedBefore(predictor, reading, way)));
}

/** The keys of the states since the fuse that is fitted in a state was put in. */
function fittedSince(
  now: OperatingState,
  past: readonly {
    readonly state: OperatingState;
    readonly whole: string | undefined;
    readonly key: string;
  }[],
  fuse: string,
): readonly string[] {
  const isFitted = (each: OperatingState) =>
    cavityFill(each, fuse).kind === 'fuse' && each.blown?.includes(fuse) !== true;
  if (!isFitted(now)) return [];
  const from = past.map(({ state, whole }) => whole === fuse || !isFitted(state)).lastIndexOf(true);
  return [...new Set(past.slice(from + 1).map(({ key }) => key))];
}
