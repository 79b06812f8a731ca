import type { Circuit } from '../../circuit/circuit';
import { fedSections } from '../../circuit/fedSections';
import type { OperatingState } from '../../circuit/operatingState';
import { withCavity } from '../../circuit/operatingState';
import { sectionById } from '../../circuit/terminals';
import type { Test } from '../../instruments/instruments';
import { instrumentById } from '../../instruments/instruments';
import { likeliestValue } from '../../instruments/likeliestValue';
import { limiterLamp } from '../../planning/kit';
import type { Worksite } from '../../planning/work';
import { workFor } from '../../planning/work';
import type { TakenReading } from '../../inference/takenReading';
import { questionOf } from '../../inference/takenReading';
import type { Predictor } from '../../inference/predictor';
import { inferPosterior } from '../../inference/posterior';
import { controlsShown } from '../../job/fit';
import { spreadAlong } from './locateShort';

/** A reading that takes less than this share off the error is not worth taking for that. */
const leastShare = 0.25;
/** It is tried with the short in so many pieces of the wire, evenly among those still likely. */
const tried = 6;

/** A reading to take next, and the error that is expected to be left. */
export interface Narrowing {
  readonly test: Test;
  readonly state: OperatingState;
  readonly minutes: number;
  readonly errorMetres: number;
}

/**
 * The reading that would best say where along a wire its short lies: millivolts from end to end while a limiter's current
 * runs into it, or ohms from one of its ends. Null where none of them tells.
 * @param along - the search along the wire, as `alongWire` has it
 */
export function narrowing(
  along: Predictor,
  section: string,
  readings: readonly TakenReading[],
  site: Worksite,
): Narrowing | null {
  const { circuit, predict } = along;
  const { lengthMetres } = sectionById(circuit, section);
  const now = spreadAlong(along, readings).error * lengthMetres;
  const taken = new Set(readings.map(questionOf));
  const shown = controlsShown(along, readings) ?? site.state.controls;
  const likely = piecesAcross(inferPosterior(along, readings).hypotheses);
  const candidates = statesFor(circuit, section, site.state, shown).flatMap(({ state, tests }) =>
    tests
      .filter((test) => !taken.has(questionOf({ test, state })))
      .map((test): Narrowing => {
        const { display } = instrumentById(test.instrument);
        const left = likely.map((h) => {
          const value = likeliestValue(display, predict(state, test, h));
          if (value === null) return now;
          return spreadAlong(along, [...readings, { id: 'next', test, state, value }]).error * lengthMetres;
        });
        const errorMetres = left.reduce((sum, each) => sum + each, 0) / left.length;
        return { test, state, minutes: workFor(circuit, site, state, test).minutes, errorMetres };
      }),
  );
  const [best] = candidates
    .filter(({ errorMetres }) => errorMetres <= (1 - leastShare) * now)
    .sort((one, other) => (now - other.errorMetres) / other.minutes - (now - one.errorMetres) / one.minutes);
  return best ?? null;
}

/** Hypotheses at even steps of their cumulative probability. */
function piecesAcross(chances: Float64Array): readonly number[] {
  return Array.from({ length: tried }, (_each, k) => {
    let left = (k + 0.5) / tried;
    return Math.max(
      0,
      chances.findIndex((chance) => (left -= chance) < 0),
    );
  });
}

/** States in which the short can be measured, and what is read in each: current through a limiter, or none at all. */
function statesFor(
  circuit: Circuit,
  section: string,
  present: OperatingState,
  shown: OperatingState['controls'],
): readonly { readonly state: OperatingState; readonly tests: readonly Test[] }[] {
  const { from, to } = sectionById(circuit, section);
  const feeding = [...fedSections(circuit)].flatMap(([fuse, fed]) => (fed.has(section) ? [fuse] : []));
  const joined = {
    ...present,
    apart: [],
    batteryConnected: true,
    controls: shown,
  };
  const limited = feeding.map((fuse) => ({
    state: withCavity(joined, fuse, limiterLamp),
    tests: [{ instrument: 'wire-drop', at: section } as const],
  }));
  const dead = feeding.reduce((state, fuse) => withCavity(state, fuse, { kind: 'open' }), present);
  const ohms = [from, to].map((at) => ({ instrument: 'ohmmeter', at }) as const);
  return [
    ...limited,
    { state: { ...dead, batteryConnected: false }, tests: ohms },
    { state: dead, tests: ohms },
  ];
}
