import type { OperatingState } from '../circuit/operatingState';
import { cavityFill, stateKey } from '../circuit/operatingState';
import type { Part } from '../parts/part';
import type { TakenReading } from './likelihood';
import type { Predictor } from './predictor';

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
 */
export function openedBefore(predictor: Predictor, reading: TakenReading): readonly OpenedGroup[] {
  const fuses = predictor.circuit.parts.filter(({ kind }) => kind === 'fuse' || kind === 'fusible link');
  const since = fuses.map((fuse) => ({ fuse: fuse.id, states: fittedSince(reading, fuse) }));
  const states = new Map(since.flatMap((each) => each.states.map((state) => [stateKey(state), state])));
  if (states.size === 0) return [];
  const groups = new Map<string, { fuses: readonly string[]; hypotheses: number[] }>();
  predictor.hypotheses.forEach((_hypothesis, h) => {
    const blown = new Map(
      [...states].map(([key, state]) => [key, predictor.bench(state, h).solution.blown] as const),
    );
    const opened = since
      .filter(({ fuse, states: own }) => own.some((state) => blown.get(stateKey(state))!.includes(fuse)))
      .map(({ fuse }) => fuse);
    if (opened.length === 0) return;
    const key = opened.join(' ');
    const group = groups.get(key) ?? { fuses: opened, hypotheses: [] };
    group.hypotheses.push(h);
    groups.set(key, group);
  });
  return [...groups.values()].map(({ fuses: ids, hypotheses }) => ({
    fuses: ids,
    hypotheses: Int32Array.from(hypotheses),
  }));
}

/** The states since the fuse that is fitted during a reading was put in, other than the reading's own. */
function fittedSince({ state, before = [] }: TakenReading, { id }: Part): readonly OperatingState[] {
  const isFitted = (each: OperatingState) =>
    cavityFill(each, id).kind === 'fuse' && each.blown?.includes(id) !== true;
  if (!isFitted(state)) return [];
  const from = before.map(({ state: each, whole }) => whole === id || !isFitted(each)).lastIndexOf(true);
  const own = stateKey(state);
  return before
    .slice(from + 1)
    .map((each) => each.state)
    .filter((each) => each.batteryConnected && stateKey(each) !== own);
}
