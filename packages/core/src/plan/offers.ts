import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { stateKey } from '../circuit/operatingState';
import { perCircuit } from '../circuit/perCircuit';
import { partIdOf } from '../circuit/terminalRef';
import { sectionById } from '../circuit/terminals';
import type { Instrument, Test } from '../instruments/instrument';
import { allInstruments, instrumentById } from '../instruments/instruments';
import type { Column } from '../suspicion/column';
import type { TakenReading } from '../suspicion/likelihood';
import type { Predictor, StateColumns } from '../suspicion/predictor';
import type { Kit } from './kit';
import { mostNumberOutcomes } from './outcomeTable';
import type { Change, Work, Worksite } from './work';
import { changeBetween, wayTo, workAfter } from './work';

/** What is not to be asked, and what is liked. */
export interface PlanLimits extends Kit {
  /** Targets and places that cannot be reached. */
  readonly refused: readonly string[];
  /** What has been read already: the same question in the same state tells nothing new. */
  readonly taken: readonly TakenReading[];
}

/** How much less the minutes of a preferred instrument weigh. */
const preferredWeight = 0.6;
/** Minutes that a unit of the workshop's money is worth: about one in a minute of labour. Judgement. */
export const minutesPerMoney = 1;

/** One test that a plan may ask for in a state. */
export interface Offer {
  readonly instrument: Instrument;
  readonly test: Test;
  readonly place: string | undefined;
  /** The part that it is laid on; null for a place. */
  readonly part: string | null;
  readonly column: () => Column;
  /** The most bits that it could tell. */
  readonly mostBits: number;
}

/** An offer that has been taken up, with what it costs from where the hands are. */
export interface Candidate extends Offer {
  readonly state: OperatingState;
  /** Minutes, with money and preferences weighed in. */
  readonly cost: number;
  readonly work: () => Work;
}

/** What can be asked in one state. Thousands of offers, few of them taken up: nothing is made for each. */
export interface StateOffers {
  readonly offers: () => readonly Offer[];
  /** Less than this none of them costs. */
  readonly leastCost: number;
  /** What one costs; infinite where it is refused, not to hand or asked already. */
  readonly cost: (offer: Offer) => number;
  /** How much of that is for strips, which are paid once for all that lies behind them. */
  readonly stripCost: (offer: Offer) => number;
  readonly candidate: (offer: Offer, cost: number) => Candidate;
}

/** Every test on every target, whatever the state. */
const questionsOf = perCircuit((circuit): readonly Omit<Offer, 'column'>[] =>
  allInstruments.flatMap((instrument) =>
    instrument.targets(circuit).map((at) => ({
      instrument,
      test: { instrument: instrument.id, at },
      place: instrument.place(circuit, at),
      part: partAt(circuit, at),
      mostBits: mostBits(instrument),
    })),
  ),
);

const offered = new WeakMap<StateColumns, readonly Offer[]>();

/** Every test that a plan may ask for in a state; kept with the state. */
function offersIn({ circuit, inState }: Predictor, state: OperatingState): readonly Offer[] {
  const columns = inState(state);
  const known = offered.get(columns);
  if (known !== undefined) return known;
  const offers = questionsOf(circuit)
    .filter(({ instrument, test }) => instrument.mayPropose(circuit, state, test.at))
    .map((question): Offer => ({ ...question, column: lazily(() => columns.column(question.test)) }));
  offered.set(columns, offers);
  return offers;
}

/** The part that a target belongs to: that of a terminal or of a section's end, a part itself; null for a place. */
function partAt(circuit: Circuit, at: string): string | null {
  const [id = '', end] = at.split('@');
  if (end === undefined) return circuit.places.some((place) => place.id === at) ? null : at.split(/[.~]/)[0]!;
  const section = sectionById(circuit, id);
  return partIdOf(end === 'from' ? section.from : section.to);
}

function lazily<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}

/** The most that a test can tell: the logarithm of the outcomes that it has. */
function mostBits({ display }: Instrument): number {
  return Math.log2(display.kind === 'outcomes' ? display.outcomes.length : mostNumberOutcomes);
}

/**
 * What can be asked in each of some states, cheap states first.
 * @param near - the only parts that a probe goes to; any when null
 */
export function offersByState(
  predictor: Predictor,
  states: readonly OperatingState[],
  site: Worksite,
  limits: PlanLimits,
  near: ReadonlySet<string> | null,
): readonly StateOffers[] {
  const { circuit } = predictor;
  const asked = askedByState(limits.taken);
  const refused = new Set(limits.refused);
  const pinned = limits.pinned === undefined ? null : new Set(limits.pinned);
  const outOfReach = (place: string) => refused.has(place) || pinned?.has(place) === false;
  return states
    .map((state) => ({ state, change: changeBetween(circuit, site.state, state) }))
    .filter(({ change }) => !change.places.some(outOfReach))
    .sort((one, other) => one.change.minutes - other.change.minutes)
    .map(({ state, change }) => {
      const already = asked(state);
      const full = costIn(circuit, site, change, limits);
      return {
        offers: () => offersIn(predictor, state),
        leastCost: change.minutes * preferredWeight,
        cost(offer) {
          const { instrument, test, place } = offer;
          if (!instrument.electrical && state !== site.state) return Infinity;
          if (near !== null && offer.part !== null && !near.has(offer.part)) return Infinity;
          if (limits.without.includes(instrument.id) || refused.has(test.at)) return Infinity;
          if ((place !== undefined && outOfReach(place)) || already(test)) return Infinity;
          return full(instrument, place).cost;
        },
        stripCost: ({ instrument, place }) => full(instrument, place).strips,
        candidate: (offer, cost) => ({
          ...offer,
          state,
          cost,
          work: () => workAfter(circuit, site, state, change, offer.test),
        }),
      };
    });
}

/** What a reading costs in one state, by instrument and place. */
function costIn(circuit: Circuit, site: Worksite, change: Change, { preferred, swaps }: PlanLimits) {
  const swapped = swaps === 'first' && change.moves.some(({ kind }) => kind === 'renewal');
  const byPlace = new Map<string | undefined, { minutes: number; strips: number }>();
  const wayToPlace = (place: string | undefined) => {
    const known = byPlace.get(place);
    if (known !== undefined) return known;
    const places = place === undefined ? change.places : [...change.places, place];
    const way = wayTo(circuit, site, places);
    const strips = circuit.strips.reduce(
      (sum, { id, minutes }) => sum + (way.strips.includes(id) ? minutes : 0),
      0,
    );
    const fresh = { minutes: way.minutes, strips };
    byPlace.set(place, fresh);
    return fresh;
  };
  return (instrument: Instrument, place: string | undefined) => {
    const way = wayToPlace(place);
    const minutes = change.minutes + way.minutes + instrument.minutes;
    const liked = swapped || preferred?.includes(instrument.id) === true ? preferredWeight : 1;
    return { cost: minutes * liked + change.money * minutesPerMoney, strips: way.strips * liked };
  };
}

/** Which tests have been taken, by state; what does not depend on the state was taken in all of them. */
function askedByState(taken: readonly TakenReading[]) {
  const byState = new Map<string, Set<string>>();
  const anywhere = new Set<string>();
  for (const { test, state } of taken) {
    const question = `${test.instrument} ${test.at}`;
    if (!instrumentById(test.instrument).electrical) anywhere.add(question);
    const key = stateKey(state);
    byState.set(key, (byState.get(key) ?? new Set()).add(question));
  }
  return (state: OperatingState) => {
    const here = byState.get(stateKey(state));
    if (here === undefined && anywhere.size === 0) return () => false;
    return ({ instrument, at }: Test) => {
      const question = `${instrument} ${at}`;
      return here?.has(question) === true || anywhere.has(question);
    };
  };
}
