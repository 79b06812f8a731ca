import type { OperatingState } from '../../circuit/operatingState';
import { withApart } from '../../circuit/operatingState';
import type { Test } from '../../instruments/instruments';
import { instrumentById } from '../../instruments/instruments';
import type { JobState } from '../../job/foldJob';
import { activeReadings } from '../../job/foldJob';
import { relabelled, truncatedPosterior } from '../../planning/truncatedPosterior';
import { hardlyApart } from '../../planning/outcomeTable';
import { workFor } from '../../planning/work';
import { informationMeasure } from '../../planning/informationMeasure';
import { mostByHypothesis } from '../../inference/cells';
import { readingLikelihood } from '../../inference/likelihood';
import { questionOf } from '../../inference/takenReading';
import type { Predictor } from '../../inference/predictor';
import type { Posterior } from '../../inference/posterior';
import { commandStates, relayById } from './commanded';
import type { RelaySide, SeenAtSocket } from './relaySides';
import { relaySides, seenAtSocket } from './relaySides';

/** How likely a side is at fault, and what is likeliest to be wrong in it. */
export interface RelaySideVerdict {
  readonly side: RelaySide;
  /** Of a fault that shows there; one before several sides counts in each of them. */
  readonly probability: number;
  /** Likeliest first, at most three. */
  readonly leading: readonly {
    readonly suspect: string;
    readonly kind: string;
    readonly probability: number;
  }[];
  /** Every suspect of it that still glows, with what of it lies in this side. */
  readonly suspects: readonly { readonly id: string; readonly probability: number }[];
}

/** What may have happened, as one sees it at the socket: `coil command: never comes`, `relay: coil open`. */
export interface SocketStory {
  readonly id: string;
  /** The sides in which it shows; none for what shows at no pin. */
  readonly relaySides: readonly RelaySide[];
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
  /** In the order of `relaySides`. */
  readonly relaySides: readonly RelaySideVerdict[];
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

/** What a job's readings say of one relay's socket, for each side of its circuit. */
export function socketVerdict(
  predictor: Predictor,
  healthy: Predictor,
  job: JobState,
  posterior: Posterior,
  relay: string,
): SocketVerdict {
  const seen = seenAtSocket(predictor, healthy, relay);
  const weights = weightsOf(posterior);
  const stories = storiesOf(seen, weights);
  const ask = partingBy(predictor, healthy, job, posterior, relay);
  const groups = alikeStories(predictor, job, seen, stories);
  return {
    relaySides: relaySideVerdicts(predictor, healthy, posterior, relay),
    elsewhere: weights.reduce((sum, weight, h) => (seen[h]!.relaySides.length === 0 ? sum + weight : sum), 0),
    stories,
    alike: groups.map((group) => {
      const ids = new Set(group.map(({ id }) => id));
      return { stories: group, parting: ask((h) => (ids.has(storyId(seen[h]!)) ? storyId(seen[h]!) : null)) };
    }),
    // Once the side is known: what in it.
    next: ask((h) => seen[h]!.relaySides.join('+')) ?? ask((h) => storyId(seen[h]!)),
  };
}

/** How likely each side is at fault, in the order of `relaySides`. */
export function relaySideVerdicts(
  predictor: Predictor,
  healthy: Predictor,
  posterior: Posterior,
  relay: string,
): readonly RelaySideVerdict[] {
  const seen = seenAtSocket(predictor, healthy, relay);
  const [weights, held] = [weightsOf(posterior), stuckPairs(posterior, seen)];
  return relaySides.map((side) => verdictOn(predictor, side, seen, weights, held));
}

function weightsOf({ hypotheses, comingAndGoing }: Posterior): Float64Array {
  return hypotheses.map((chance, h) => chance + comingAndGoing[h]!);
}

/** Probability that two causes at once put into each side. */
function stuckPairs({ pairs }: Posterior, seen: readonly SeenAtSocket[]): (side: RelaySide) => number {
  return (side) =>
    pairs.reduce(
      (sum, { hypotheses, probability }) =>
        hypotheses.some((h) => seen[h]!.relaySides.includes(side)) ? sum + probability : sum,
      0,
    );
}

function verdictOn(
  { hypotheses }: Predictor,
  side: RelaySide,
  seen: readonly SeenAtSocket[],
  weights: Float64Array,
  ofPairs: (side: RelaySide) => number,
): RelaySideVerdict {
  const kinds = new Map<string, { suspect: string; kind: string; probability: number }>();
  const suspects = new Map<string, number>();
  let probability = ofPairs(side);
  hypotheses.forEach(({ suspect, name }, h) => {
    if (!seen[h]!.relaySides.includes(side)) return;
    const weight = weights[h]!;
    probability += weight;
    suspects.set(suspect, (suspects.get(suspect) ?? 0) + weight);
    const key = `${suspect} ${name}`;
    const before = kinds.get(key)?.probability ?? 0;
    kinds.set(key, { suspect, kind: name, probability: before + weight });
  });
  return {
    side,
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

function storyId({ relaySides: where, trouble }: SeenAtSocket): string {
  return `${where.join('+')}: ${trouble}`;
}

function storiesOf(seen: readonly SeenAtSocket[], weights: Float64Array): readonly SocketStory[] {
  const found = new Map<string, SocketStory>();
  seen.forEach((each, h) => {
    const id = storyId(each);
    const probability = (found.get(id)?.probability ?? 0) + weights[h]!;
    found.set(id, { id, relaySides: each.relaySides, trouble: each.trouble, probability });
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
  for (const story of stories.filter(({ relaySides: where }) => where.length > 0)) {
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
  posterior: Posterior,
  relay: string,
): (labelOf: (hypothesis: number) => string | null) => PartingReading | null {
  const truncated = truncatedPosterior(predictor, posterior);
  const candidates = socketTests(healthy, job, relay);
  const { circuit } = predictor;
  return (labelOf) => {
    const labelled = relabelled(truncated, labelOf);
    if (labelled.suspects.length < 2) return null;
    const measure = informationMeasure(labelled, [], hardlyApart);
    let best: PartingReading | null = null;
    for (const { test, state } of candidates) {
      const predictions = predictor.predictions(state, test).rowsFor(truncated.asked);
      const table = measure.table(instrumentById(test.instrument), predictions);
      const bits = table === null ? 0 : measure.bits(table);
      const { minutes } = workFor(circuit, job.site, state, test);
      if (bits < leastPartingBits || bits / minutes <= (best === null ? 0 : best.bits / best.minutes))
        continue;
      best = { test, state, bits, minutes };
    }
    return best;
  };
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
