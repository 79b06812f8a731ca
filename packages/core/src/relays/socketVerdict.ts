import type { OperatingState } from '../circuit/operatingState';
import { withApart } from '../circuit/operatingState';
import type { Test } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { JobState } from '../job/foldJob';
import { activeReadings } from '../job/foldJob';
import type { Belief } from '../plan/belief';
import { beliefOf } from '../plan/belief';
import { hardlyApart } from '../plan/outcomeTable';
import { workFor } from '../plan/work';
import { scalesFor } from '../plan/worth';
import { mostByHypothesis } from '../suspicion/cells';
import { readingLikelihood } from '../suspicion/likelihood';
import { questionOf } from '../suspicion/takenReading';
import type { Predictor } from '../suspicion/predictor';
import type { Suspicion } from '../suspicion/suspicion';
import { commandStates, relayById } from './commanded';
import type { Quarter, SeenAtSocket } from './quarters';
import { quarters, seenAtSocket } from './quarters';

/** How likely a quarter is at fault, and what is likeliest to be wrong in it. */
export interface QuarterVerdict {
  readonly quarter: Quarter;
  /** Of a fault that shows there; one before several quarters counts in each of them. */
  readonly probability: number;
  /** Likeliest first, at most three. */
  readonly leading: readonly {
    readonly suspect: string;
    readonly kind: string;
    readonly probability: number;
  }[];
  /** Every suspect of it that still glows, with what of it lies in this quarter. */
  readonly suspects: readonly { readonly id: string; readonly probability: number }[];
}

/** What may have happened, as one sees it at the socket: `coil command: never comes`, `relay: coil open`. */
export interface SocketStory {
  readonly id: string;
  /** The quarters in which it shows; none for what shows at no pin. */
  readonly quarters: readonly Quarter[];
  readonly trouble: string;
  readonly probability: number;
}

/** One reading that parts what is alike, and what each story would show. */
export interface PartingReading {
  readonly test: Test;
  readonly state: OperatingState;
  /** Expected information about which of them it is. */
  readonly bits: number;
  readonly minutes: number;
}

export interface SocketVerdict {
  /** In the order of `quarters`. */
  readonly quarters: readonly QuarterVerdict[];
  /** That it shows at no pin of this socket. */
  readonly elsewhere: number;
  /** Those still alive, likeliest first. */
  readonly stories: readonly SocketStory[];
  /** Among these, those that all readings so far fit alike; and the reading that parts them, where one does. */
  readonly alike: readonly {
    readonly stories: readonly SocketStory[];
    readonly parting: PartingReading | null;
  }[];
  /** The reading at this socket that tells most per minute about where it is. */
  readonly next: PartingReading | null;
}

/** A story below this counts as dead, a suspect as dark. */
const aliveFrom = 0.02;
/** Stories that the readings favour over each other by no more than this factor have not been told apart. */
const sameFactor = 1.5;
/** Less than this parts nothing. */
const leastPartingBits = 0.05;

/** What a job's readings say, quarter by quarter, of one relay's socket. */
export function socketVerdict(
  predictor: Predictor,
  healthy: Predictor,
  job: JobState,
  suspicion: Suspicion,
  relay: string,
): SocketVerdict {
  const seen = seenAtSocket(predictor, healthy, relay);
  const weights = weightsOf(suspicion);
  const stories = storiesOf(seen, weights);
  const ask = partingBy(predictor, healthy, job, suspicion, relay);
  const groups = alikeStories(predictor, job, seen, stories);
  return {
    quarters: quarterVerdicts(predictor, healthy, suspicion, relay),
    elsewhere: weights.reduce((sum, weight, h) => (seen[h]!.quarters.length === 0 ? sum + weight : sum), 0),
    stories,
    alike: groups.map((group) => {
      const ids = new Set(group.map(({ id }) => id));
      return { stories: group, parting: ask((h) => (ids.has(storyId(seen[h]!)) ? storyId(seen[h]!) : null)) };
    }),
    // Once the quarter is known: what in it.
    next: ask((h) => seen[h]!.quarters.join('+')) ?? ask((h) => storyId(seen[h]!)),
  };
}

/** How likely each quarter is at fault, in the order of `quarters`. */
export function quarterVerdicts(
  predictor: Predictor,
  healthy: Predictor,
  suspicion: Suspicion,
  relay: string,
): readonly QuarterVerdict[] {
  const seen = seenAtSocket(predictor, healthy, relay);
  const [weights, held] = [weightsOf(suspicion), heldByPairs(suspicion, seen)];
  return quarters.map((quarter) => verdictOn(predictor, quarter, seen, weights, held));
}

function weightsOf({ hypotheses, comingAndGoing }: Suspicion): Float64Array {
  return hypotheses.map((chance, h) => chance + comingAndGoing[h]!);
}

/** Probability that two causes at once put into each quarter. */
function heldByPairs({ pairs }: Suspicion, seen: readonly SeenAtSocket[]): (quarter: Quarter) => number {
  return (quarter) =>
    pairs.reduce(
      (sum, { hypotheses, probability }) =>
        hypotheses.some((h) => seen[h]!.quarters.includes(quarter)) ? sum + probability : sum,
      0,
    );
}

function verdictOn(
  { hypotheses }: Predictor,
  quarter: Quarter,
  seen: readonly SeenAtSocket[],
  weights: Float64Array,
  ofPairs: (quarter: Quarter) => number,
): QuarterVerdict {
  const kinds = new Map<string, { suspect: string; kind: string; probability: number }>();
  const suspects = new Map<string, number>();
  let probability = ofPairs(quarter);
  hypotheses.forEach(({ suspect, name }, h) => {
    if (!seen[h]!.quarters.includes(quarter)) return;
    const weight = weights[h]!;
    probability += weight;
    suspects.set(suspect, (suspects.get(suspect) ?? 0) + weight);
    const key = `${suspect} ${name}`;
    const before = kinds.get(key)?.probability ?? 0;
    kinds.set(key, { suspect, kind: name, probability: before + weight });
  });
  return {
    quarter,
    probability,
    leading: [...kinds.values()]
      .filter((each) => each.probability >= aliveFrom)
      .sort((one, other) => other.probability - one.probability)
      .slice(0, 3),
    suspects: [...suspects].flatMap(([id, weight]) =>
      weight >= aliveFrom / 2 ? [{ id, probability: weight }] : [],
    ),
  };
}

function storyId({ quarters: where, trouble }: SeenAtSocket): string {
  return `${where.join('+')}: ${trouble}`;
}

function storiesOf(seen: readonly SeenAtSocket[], weights: Float64Array): readonly SocketStory[] {
  const found = new Map<string, SocketStory>();
  seen.forEach((each, h) => {
    const id = storyId(each);
    const probability = (found.get(id)?.probability ?? 0) + weights[h]!;
    found.set(id, { id, quarters: each.quarters, trouble: each.trouble, probability });
  });
  return [...found.values()]
    .filter(({ probability }) => probability >= aliveFrom)
    .sort((one, other) => other.probability - one.probability);
}

/** Groups of stories, two or more, that explain all readings about equally well, each at its best. */
function alikeStories(
  predictor: Predictor,
  job: JobState,
  seen: readonly SeenAtSocket[],
  stories: readonly SocketStory[],
): readonly (readonly SocketStory[])[] {
  const standing = activeReadings(job);
  const { cells } = predictor;
  const inCells = new Float64Array(cells.count);
  for (const reading of standing) {
    const { total, coming } = readingLikelihood(predictor, reading);
    for (let c = 0; c < inCells.length; c++) inCells[c]! += Math.log((job.comesAndGoes ? coming : total)[c]!);
  }
  const logs = mostByHypothesis(cells, inCells, seen.length);
  const groups: { members: SocketStory[]; fit: number }[] = [];
  for (const story of stories.filter(({ quarters: where }) => where.length > 0)) {
    const fit = logs.reduce(
      (most, log, h) => (storyId(seen[h]!) === story.id ? Math.max(most, log) : most),
      -Infinity,
    );
    const group = groups.find((each) => Math.abs(each.fit - fit) <= Math.log(sameFactor));
    if (group === undefined) groups.push({ members: [story], fit });
    else group.members.push(story);
  }
  return groups.map(({ members }) => members).filter(({ length }) => length > 1);
}

/**
 * Asks which reading at a socket tells most per minute about a label of the hypotheses: mutual information of label and
 * outcome, I = H(L) - Σ p(o)·H(L | o). A label of null leaves a hypothesis out.
 */
function partingBy(
  predictor: Predictor,
  healthy: Predictor,
  job: JobState,
  suspicion: Suspicion,
  relay: string,
): (labelOf: (hypothesis: number) => string | null) => PartingReading | null {
  const belief = beliefOf(predictor, suspicion);
  const candidates = socketTests(healthy, job, relay);
  const { circuit } = predictor;
  return (labelOf) => {
    const labelled = relabelled(belief, labelOf);
    if (labelled.suspects.length < 2) return null;
    const scales = scalesFor(labelled, hardlyApart);
    let best: PartingReading | null = null;
    for (const { test, state } of candidates) {
      const column = predictor.column(state, test).rowsFor(belief.hypotheses);
      const table = scales.table(instrumentById(test.instrument), column);
      const bits = table === null ? 0 : scales.bits(table);
      const { minutes } = workFor(circuit, job.site, state, test);
      if (bits < leastPartingBits || bits / minutes <= (best === null ? 0 : best.bits / best.minutes))
        continue;
      best = { test, state, bits, minutes };
    }
    return best;
  };
}

/** A belief about a label of the hypotheses in place of their suspects. */
function relabelled(belief: Belief, labelOf: (hypothesis: number) => string | null): Belief {
  const labels = Array.from(belief.hypotheses, labelOf);
  const suspects = [...new Set(labels.flatMap((each) => each ?? []))];
  const masked = belief.chances.map((chance, k) => (labels[k] === null ? 0 : chance));
  const whole = masked.reduce((sum, chance) => sum + chance, 0);
  const chances = masked.map((chance) => (whole === 0 ? 0 : chance / whole));
  const suspectOf = Int32Array.from(labels, (label) => (label === null ? 0 : suspects.indexOf(label)));
  const suspectChances = new Float64Array(suspects.length);
  chances.forEach((chance, k) => (suspectChances[suspectOf[k]!]! += chance));
  return { ...belief, chances, suspects, suspectOf, suspectChances };
}

/** What can be laid on a pin of the socket. */
export const pinInstruments = ['voltmeter', 'lamp-to-ground', 'lamp-to-battery', 'ohmmeter'] as const;
export type PinInstrument = (typeof pinInstruments)[number];

/** The state in which an instrument is laid on a pin: ohms with the battery off, all else with it on. */
export function pinState(state: OperatingState, instrument: PinInstrument): OperatingState {
  return { ...state, batteryConnected: instrument !== 'ohmmeter' };
}

/** Every reading that can be taken at the socket: each pin, relay out and in, as it stands, pulled and released. */
function socketTests(
  healthy: Predictor,
  job: JobState,
  relay: string,
): readonly { readonly test: Test; readonly state: OperatingState }[] {
  const { circuit } = healthy;
  const { pins } = relayById(circuit, relay);
  const { pulled, released } = commandStates(healthy, relay, job.state.controls);
  const settings = [job.state.controls, pulled, released].filter((each) => each !== null);
  const distinct = [...new Map(settings.map((each) => [JSON.stringify(each), each])).values()];
  const standing = activeReadings(job);
  const taken = new Set(standing.map(questionOf));
  // A relay by itself is the same in every state of the vehicle.
  const benched = standing.some(({ test }) => test.instrument === 'relay-bench' && test.at === relay);
  return distinct
    .flatMap((controls) => [true, false].map((out) => withApart({ ...job.state, controls }, relay, out)))
    .flatMap((state) => {
      const atPins = Object.keys(pins)
        .filter((role) => pins[role as keyof typeof pins] !== undefined)
        .flatMap((role) =>
          pinInstruments.map((instrument) => ({
            test: { instrument, at: `${relay}.${role}` },
            state: pinState(state, instrument),
          })),
        );
      const within =
        state.apart.includes(relay) && !benched
          ? [{ test: { instrument: 'relay-bench', at: relay } as const, state }]
          : [];
      return [...atPins, ...within];
    })
    .filter(
      ({ test, state }) =>
        instrumentById(test.instrument).mayPropose(circuit, state, test.at) &&
        !taken.has(questionOf({ test, state })),
    );
}
