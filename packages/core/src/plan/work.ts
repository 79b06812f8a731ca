import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { placeById } from '../circuit/terminals';
import type { Test } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { Move } from './moves';
import { moveCost, movesBetween } from './moves';

/** What the hands have done so far, as far as it makes the next step cheaper. */
export interface Worksite {
  readonly state: OperatingState;
  /** The place where the hands are now. */
  readonly at: string | null;
  /** Strips that are off. */
  readonly stripped: readonly string[];
}

/** One step: the moves that set the state, then the reading. */
export interface Work {
  readonly moves: readonly Move[];
  /** Strips that must come off for it. */
  readonly strips: readonly string[];
  readonly minutes: number;
  /** Places that the hands go to, in order. */
  readonly places: readonly string[];
  readonly after: Worksite;
}

/**
 * The work of taking a test in a state: each place is walked to once, each strip is paid once for the whole job,
 * each move and the reading cost their own minutes.
 */
export function workFor(circuit: Circuit, site: Worksite, state: OperatingState, test: Test): Work {
  return workIn(circuit, site, state)(test);
}

/** The same for many tests in one state, whose moves are worked out once. */
export function workIn(circuit: Circuit, site: Worksite, state: OperatingState): (test: Test) => Work {
  const moves = movesBetween(circuit, site.state, state);
  const costs = moves.map((move) => moveCost(circuit, move));
  const moveMinutes = costs.reduce((sum, cost) => sum + cost.minutes, 0);
  const movedAt = costs.flatMap(({ place }) => place ?? []);
  return (test) => {
    const instrument = instrumentById(test.instrument);
    const readAt = instrument.place(circuit, test.at);
    const visited = readAt === undefined ? movedAt : [...movedAt, readAt];
    const { minutes, strips } = wayTo(circuit, site, visited);
    return {
      moves,
      strips,
      minutes: moveMinutes + minutes + instrument.minutes,
      places: [...new Set(visited)],
      after: { state, at: visited.at(-1) ?? site.at, stripped: [...site.stripped, ...strips] },
    };
  };
}

/** Minutes to reach some places from where the hands are, and the strips that come off on the way. */
function wayTo(circuit: Circuit, site: Worksite, places: readonly string[]) {
  let minutes = 0;
  const strips: string[] = [];
  for (const id of new Set(places)) {
    const place = placeById(circuit, id);
    if (place === undefined) continue;
    if (id !== site.at) minutes += place.reachMinutes;
    const { strip } = place;
    if (strip === undefined || site.stripped.includes(strip) || strips.includes(strip)) continue;
    strips.push(strip);
    minutes += circuit.strips.find((each) => each.id === strip)?.minutes ?? 0;
  }
  return { minutes, strips };
}
