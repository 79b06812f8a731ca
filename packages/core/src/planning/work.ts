import type { Circuit } from '../circuit/circuit';
import { isHeld } from '../circuit/held';
import type { OperatingState } from '../circuit/operatingState';
import { placeById } from '../circuit/terminals';
import type { Target } from '../instruments/instrument';
import type { Instrument, Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import type { Move } from './moves';
import { moveCost, movesBetween, swapPrice } from './moves';

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
  /** What new parts for it cost. */
  readonly money: number;
  /** Places that the hands go to, in order. */
  readonly places: readonly string[];
  readonly after: Worksite;
}

/** Minutes that somebody's hand on a button costs each reading that is taken while it is held. Judgement. */
const heldMinutes = 0.4;

/** The way from one state into another: the moves, what they cost and where they are made. */
export interface Change {
  readonly moves: readonly Move[];
  readonly minutes: number;
  readonly money: number;
  readonly places: readonly string[];
}

/** What must be done to bring one state into another; what springs back is held for every reading there, moved or not. */
export function changeBetween(circuit: Circuit, from: OperatingState, to: OperatingState): Change {
  const moves = movesBetween(circuit, from, to);
  const costs = moves.map((move) => moveCost(circuit, move));
  const held = circuit.controls.filter((control) => isHeld(control, to.controls[control.id]));
  return {
    moves,
    minutes: costs.reduce((sum, cost) => sum + cost.minutes, heldMinutes * held.length),
    money: moves.reduce((sum, move) => sum + swapPrice(circuit, move), 0),
    places: costs.flatMap(({ place }) => place ?? []),
  };
}

/**
 * The work of taking a test in a state: each place is walked to once, each strip is paid once for the whole job,
 * each move and the reading cost their own minutes.
 */
export function workFor(circuit: Circuit, site: Worksite, state: OperatingState, test: Test): Work {
  return workAfter(circuit, site, state, changeBetween(circuit, site.state, state), test);
}

/** The same once the change of state is known. */
export function workAfter(
  circuit: Circuit,
  site: Worksite,
  state: OperatingState,
  change: Change,
  test: Test,
): Work {
  const instrument = instrumentById(test.instrument);
  const visited = [...change.places, ...placesOf(circuit, instrument, test.at)];
  const { minutes, strips } = wayTo(circuit, site, visited);
  return {
    moves: change.moves,
    strips,
    minutes: change.minutes + minutes + instrument.minutes,
    money: change.money,
    places: [...new Set(visited)],
    after: {
      state,
      at: visited.at(-1) ?? site.at,
      stripped: strips.length === 0 ? site.stripped : [...site.stripped, ...strips],
    },
  };
}

/** The places where an instrument is laid on, the one where it is read last. */
export function placesOf(circuit: Circuit, instrument: Instrument, at: Target): readonly string[] {
  return [instrument.otherPlace?.(circuit, at) ?? [], instrument.place(circuit, at) ?? []].flat();
}

/** Minutes to reach some places from where the hands are, and the strips that come off on the way. */
export function wayTo(circuit: Circuit, site: Worksite, places: readonly string[]) {
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
