import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { standsAs, stateKey } from '../circuit/operatingState';
import { perCircuit } from '../circuit/perCircuit';
import { partIdOf } from '../circuit/terminalRef';
import { sectionById } from '../circuit/terminals';
import type { Instrument, InstrumentId, Test } from '../instruments/instruments';
import { allInstruments, instrumentById } from '../instruments/instruments';
import type { PredictionTable } from '../inference/predictionTable';
import type { TakenReading } from '../inference/takenReading';
import type { Predictor, StatePredictions } from '../inference/predictor';
import type { TruncatedPosterior } from './truncatedPosterior';
import { blewBefore } from './blewBefore';
import type { Kit } from './kit';
import { isExchange } from './moves';
import { mostNumberOutcomes } from './outcomeTable';
import type { Change, Work, Worksite } from './work';
import { changeBetween, placesOf, wayTo, workAfter } from './work';

/** What is not to be asked, and what is liked. */
export interface PlanLimits extends Kit {
  /** Targets and places that cannot be reached. */
  readonly refused: readonly string[];
  /** What has been read already: the same question in the same state tells nothing new. */
  readonly taken: readonly TakenReading[];
  /** All readings that weigh: what their instruments say from now on weighs less. Those taken when absent. */
  readonly evidence?: readonly TakenReading[] | undefined;
  /** Positions of the controls in which the trouble was first seen. */
  readonly shownIn?: OperatingState['controls'] | undefined;
  /** Bits below which a test is not worth a probe; the usual ones when absent. */
  readonly leastBits?: number | undefined;
  /** The suspect that stands to be proven: what tells the others from each other is of no use then. */
  readonly about?: string | undefined;
}

/** How much less the minutes of a preferred instrument weigh. */
const preferredWeight = 0.6;
/** The same for whether the fault goes with a part, where a technician tries that first: nothing near keeps it off the list. */
const swapFirstWeight = 0.05;
/** Minutes that a unit of the workshop's money is worth: about one in a minute of labour. Judgement. */
export const minutesPerMoney = 1;

/** One test on one target, whatever the state. */
interface Question {
  /** Its index among all questions of the circuit. */
  readonly order: number;
  readonly instrument: Instrument;
  readonly test: Test;
  readonly places: readonly string[];
  /** The part that it is laid on; null for a place. */
  readonly part: string | null;
  /** The most bits that it could tell. */
  readonly mostBits: number;
}

/** One test that a plan may ask for in a state. */
export interface Offer extends Question {
  readonly predictions: () => PredictionTable;
}

/** An offer that has been taken up, with what it costs from where the hands are. */
export interface Candidate extends Offer {
  readonly state: OperatingState;
  /** Minutes, with money and preferences weighed in. */
  readonly cost: number;
  readonly work: () => Work;
}

/** Told of an offer, what it costs, and how much of that is for strips, which are paid once for all behind them. */
export type OfferVisit = (offer: Offer, cost: number, strips: number) => void;

/** What can be asked in one state. Thousands of offers, few of them taken up: nothing is made for each. */
export interface StateOffers {
  /** The probability that a fuse which is whole now opens on coming into the state. */
  readonly opensFuse: (truncated: TruncatedPosterior) => number;
  /** Whether it is looked at before cheaper ones: what is in a cavity, or several plugs off, tells what they cannot. */
  readonly comesFirst: boolean;
  /** How many questions can be asked there. */
  readonly questions: number;
  /** Less than this none of them costs. */
  readonly leastCost: number;
  /** Tells of every offer that is not refused, not out of reach and not asked already. */
  readonly visit: (each: OfferVisit) => void;
  readonly candidate: (offer: Offer, cost: number) => Candidate;
}

/** Every test on every target, whatever the state. */
const questionsOf = perCircuit((circuit): readonly Question[] =>
  allInstruments
    .flatMap((instrument) =>
      instrument.targets(circuit).map((at) => ({
        instrument,
        test: { instrument: instrument.id, at },
        places: placesOf(circuit, instrument, at),
        part: partAt(circuit, at),
        mostBits: mostBits(instrument),
      })),
    )
    .map((question, order) => ({ ...question, order })),
);

const offered = new WeakMap<StatePredictions, (Offer | null | undefined)[]>();

/** Makes the offer of a question in a state, kept with the state; null where nobody would ask it there. */
function offersIn({ circuit, inState, predict }: Predictor, state: OperatingState, shown: boolean) {
  const tables = inState(state);
  const known = offered.get(tables) ?? new Array<Offer | null | undefined>(questionsOf(circuit).length);
  offered.set(tables, known);
  return (question: Question): Offer | null => {
    const found = known[question.order];
    if (found !== undefined) return found;
    const { instrument, test } = question;
    const asked =
      instrument.mayPropose(circuit, state, test.at) &&
      (instrument.onDeadPoints !== true || predict(state, test, null).kind !== 'meaningless') &&
      (shown || instrument.worthAsking?.(predict(state, test, null)) !== false);
    const fresh = asked ? { ...question, predictions: lazily(() => tables.predictions(test)) } : null;
    known[question.order] = fresh;
    return fresh;
  };
}

/** The part that a target belongs to: that of a terminal or of a section's end, a part itself; null for a place. */
function partAt(circuit: Circuit, at: string): string | null {
  const [id = '', end] = at.split('@');
  const whole = circuit.sections.find((each) => each.id === at);
  if (whole !== undefined) return partIdOf(whole.to);
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
  const asked = askedByState(limits.taken, limits.leastBits === undefined ? mostTimes : mostTimesProving);
  const blows = blewBefore(limits.taken);
  const refused = new Set(limits.refused);
  const pinned = limits.pinned === undefined ? null : new Set(limits.pinned);
  const outOfReach = (place: string) => refused.has(place) || pinned?.has(place) === false;
  const open = questionsOf(circuit).filter(
    ({ instrument, test, places, part }) =>
      (near === null || part === null || near.has(part)) &&
      !limits.without.includes(instrument.id) &&
      !refused.has(test.at) &&
      !places.some(outOfReach),
  );
  const here = byPlace(open);
  const elsewhere = byPlace(open.filter(({ instrument }) => instrument.electrical));
  return (
    states
      .map((state) => ({ state, change: changeBetween(circuit, site.state, state) }))
      .filter(({ change }) => !change.places.some(outOfReach))
      // Nobody fits a fresh fuse where one has just been seen to blow; as the vehicle stands, it stands.
      .filter(({ state, change }) => change.moves.length === 0 || blows(state) === null)
      .sort((one, other) => one.change.minutes - other.change.minutes)
      .map(({ state, change }) => ({
        comesFirst: comesFirst(change),
        questions: open.length,
        leastCost: change.minutes * (goesWithIt(change, limits) ? swapFirstWeight : preferredWeight),
        opensFuse: (truncated) => openingChance(predictor, site.state, state, change, truncated),
        visit(each) {
          const already = asked(state);
          const offerOf = offersIn(predictor, state, isShown(state, limits));
          const costs = costsIn(circuit, site, change, limits);
          // What does not depend on the state is asked where one is.
          for (const { places, questions } of state === site.state ? here : elsewhere) {
            const costAt = costs(places);
            for (const question of questions) {
              const offer = offerOf(question);
              if (offer === null || already?.(question.test) === true) continue;
              costAt(offer, each);
            }
          }
        },
        candidate: (offer, cost) => ({
          ...offer,
          state,
          cost,
          work: lazily(() => workAfter(circuit, site, state, change, offer.test)),
        }),
      }))
  );
}

/** The probability that a fuse which is whole now opens on coming into a state: what opens one as it stands has done so already. */
function openingChance(
  { solved }: Predictor,
  present: OperatingState,
  state: OperatingState,
  { moves }: Change,
  { hypotheses, chances }: TruncatedPosterior,
): number {
  // Moves are what brings a vehicle into a state: as it stands, it stands.
  if (moves.length === 0 || !state.batteryConnected) return 0;
  const blown = (at: OperatingState, h: number) => solved(at, h).solution.blown;
  return hypotheses.reduce((sum, h, k) => {
    const opens = blown(state, h);
    const fresh = opens.length > 0 && !blown(present, h).some((fuse) => opens.includes(fuse));
    return sum + (fresh ? chances[k]! : 0);
  }, 0);
}

/** Whether the controls stand as they did when the trouble was first seen: there, what is off may well be looked at. */
function isShown(state: OperatingState, { shownIn }: PlanLimits): boolean {
  return shownIn !== undefined && standsAs(state, shownIn);
}

/** What is in a cavity, with a control moved or not, or several plugs off. */
function comesFirst({ moves }: Change): boolean {
  const plugs = moves.filter(({ kind }) => kind === 'apart').length;
  return plugs > 1 || (plugs === 0 && moves.some(({ kind }) => kind === 'cavity'));
}

/** Questions that the hands go to the same places for. */
interface AtPlaces {
  readonly places: readonly string[];
  readonly questions: readonly Question[];
}

function byPlace(questions: readonly Question[]): readonly AtPlaces[] {
  const groups = new Map<string, { places: readonly string[]; questions: Question[] }>();
  for (const question of questions) {
    const key = question.places.join(' ');
    const group = groups.get(key);
    if (group === undefined) groups.set(key, { places: question.places, questions: [question] });
    else group.questions.push(question);
  }
  return [...groups.values()];
}

/** Whether a change exchanges a part for a technician who does that first, and sees whether the fault goes with it. */
function goesWithIt({ moves }: Change, { swaps }: PlanLimits): boolean {
  return swaps === 'first' && moves.some(isExchange);
}

/** Tells what readings at a place cost in one state. */
function costsIn(circuit: Circuit, site: Worksite, change: Change, limits: PlanLimits) {
  const swapFirst = goesWithIt(change, limits);
  const weightOf = (instrument: InstrumentId): number => {
    if (swapFirst && instrument === 'load') return swapFirstWeight;
    return limits.preferred?.includes(instrument) === true ? preferredWeight : 1;
  };
  const money = change.money * minutesPerMoney;
  return (places: readonly string[]) => {
    const way = wayTo(circuit, site, [...change.places, ...places]);
    const minutes = change.minutes + way.minutes;
    const strips = circuit.strips.reduce(
      (sum, each) => sum + (way.strips.includes(each.id) ? each.minutes : 0),
      0,
    );
    return (offer: Offer, each: OfferVisit) => {
      const { instrument } = offer;
      const weight = weightOf(instrument.id);
      each(offer, (minutes + instrument.minutes) * weight + money, strips * weight);
    };
  };
}

/**
 * One instrument at one point is asked at most so often, whatever the state, and less often where a verdict is to be
 * proven: one outlier explains all of its readings, so another instrument or another point tells more.
 */
const mostTimes = 4;
const mostTimesProving = 2;

/** Which tests have been taken, by state (null: none at all); what does not depend on the state was taken in all of them. */
function askedByState(taken: readonly TakenReading[], most: number) {
  const times = new Map<string, number>();
  const byState = new Map<string, Set<string>>();
  const anywhere = new Set<string>();
  for (const { test, state, unsure } of taken) {
    // What somebody doubts may be asked again.
    if (unsure === true) continue;
    const question = `${test.instrument} ${test.at}`;
    const before = (times.get(question) ?? 0) + 1;
    times.set(question, before);
    if (!instrumentById(test.instrument).electrical || before >= most) anywhere.add(question);
    const key = stateKey(state);
    byState.set(key, (byState.get(key) ?? new Set()).add(question));
  }
  return (state: OperatingState): ((test: Test) => boolean) | null => {
    const here = byState.get(stateKey(state));
    if (here === undefined && anywhere.size === 0) return null;
    return ({ instrument, at }: Test) => {
      const question = `${instrument} ${at}`;
      return here?.has(question) === true || anywhere.has(question);
    };
  };
}
