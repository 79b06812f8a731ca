import type { OperatingState } from '../circuit/operatingState';
import type { Circuit } from '../circuit/circuit';
import { NOTHING_WRONG } from '../faults/hypotheses';
import type { ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import type { Assessment } from '../job/assess';
import { fuseInDoubt } from '../job/fuseInDoubt';
import type { Kit } from '../planning/kit';
import type { ProposedAction } from '../planning/nextActions';
import { usualKit } from '../planning/kit';
import { openCircuit } from './circuitSession';
import type { Complaint } from './complaint';
import { openJob } from './jobSession';
import type { World } from './world';

/** How a played job ended. */
export type PlayedEnd = 'proven' | 'stands alone, not proven' | 'undecided';

/** One step of a played job. */
export interface PlayedStep {
  /** What it was asked for; `complaint` for what was known at the start, `fuse` for a look at a fuse that may have blown. */
  readonly purpose: 'complaint' | 'fuse' | ProposedAction['purpose'];
  readonly test: Test;
  readonly state: OperatingState;
  readonly value: ReadingValue;
  /** Whether what was entered is not what the instrument showed. */
  readonly spoiled: boolean;
  /** Of the job so far. */
  readonly minutes: number;
  /** The three leading suspects, largest first. */
  readonly leading: readonly { readonly id: string; readonly probability: number; readonly kind: string }[];
  /** The step whose reading looks like a mistake, by its index; null where none does. */
  readonly likelyMistake: number | null;
}

export interface PlayedJob {
  readonly steps: readonly PlayedStep[];
  readonly end: PlayedEnd;
  /** The suspect that leads at the end. */
  readonly suspect: string;
  /** What has not been told apart, largest first, where it is undecided. */
  readonly between: readonly string[];
  /** Readings after the complaint, and minutes. */
  readonly readings: number;
  readonly minutes: number;
}

export interface PlayOptions {
  readonly kit?: Kit;
  readonly mostReadings?: number;
  /** The step, counted from the first after the complaint, at which something wrong is entered. */
  readonly spoilAt?: number;
  readonly random: () => number;
  /** Is told of every plan, and of the job at that time. */
  readonly onPlan?: (plan: readonly ProposedAction[], assessment: Assessment) => void;
}

const usuallyMost = 40;
/** Suspects above this are among those that are not told apart. */
const betweenFrom = 0.05;

/**
 * Plays a whole job as the plan goes: the circuit that is believed in, the vehicle as it is, and what the customer tells.
 * A fuse that may have opened is looked at as soon as the job asks. Cost: one plan for each reading.
 */
export function playJob(
  believed: Circuit,
  world: World,
  complaint: Complaint,
  { kit = usualKit, mostReadings = usuallyMost, spoilAt, random, onPlan }: PlayOptions,
): PlayedJob {
  const session = openCircuit(believed);
  const played = openJob(session);
  const steps: PlayedStep[] = [];
  const take = (
    purpose: PlayedStep['purpose'],
    test: Test,
    state: OperatingState,
    value: ReadingValue,
    spoiled = false,
  ) => {
    const index = steps.length;
    played.replaceFrom(index, [
      { ...blank, id: `r${index}`, ...(purpose === 'complaint' ? asTold : {}), test, state, value },
    ]);
    const job = played.job();
    const { suspects, likelyMistake } = played.assessment().posterior;
    steps.push({
      purpose,
      test,
      state,
      value,
      spoiled,
      minutes: job.minutes,
      leading: suspects
        .slice(0, 3)
        .map(({ id, probability, kinds }) => ({ id, probability, kind: kinds[0]?.name ?? '' })),
      likelyMistake: likelyMistake === null ? null : Number(likelyMistake.slice(1)),
    });
  };
  for (const { state, test, value } of complaint.readings) take('complaint', test, state, value);
  for (let readings = 0; ; readings++) {
    const [job, assessment] = [played.job(), played.assessment()];
    const doubtful = fuseInDoubt(session.predictor, job, assessment);
    if (readings < mostReadings && doubtful !== null) {
      const test: Test = { instrument: 'fuse-check', at: doubtful };
      take('fuse', test, job.state, world.read(job.state, test));
      continue;
    }
    const plan = assessment.proven || readings >= mostReadings ? [] : played.plan(kit);
    const [action] = plan;
    if (action !== undefined) onPlan?.(plan, assessment);
    // Nobody takes off trim for less than it saves.
    if (action?.worthIt !== true) return ended(steps, assessment, job.minutes, readings);
    const { test, state, purpose } = action;
    const inlier = world.read(state, test);
    const spoiled = readings === spoilAt;
    take(purpose, test, state, spoiled ? wrongReading(test, inlier, random) : inlier, spoiled);
  }
}

const blank = { type: 'reading-taken', author: '', at: '2026-01-01T00:00:00Z', typed: '' } as const;
const asTold = { told: true } as const;

function ended(
  steps: readonly PlayedStep[],
  { posterior: { suspects }, isolated, proven }: Assessment,
  minutes: number,
  readings: number,
): PlayedJob {
  return {
    steps,
    end: proven ? 'proven' : isolated === null ? 'undecided' : 'stands alone, not proven',
    suspect: suspects[0]?.id ?? NOTHING_WRONG,
    between: proven
      ? []
      : suspects.filter(({ probability }) => probability >= betweenFrom).map(({ id }) => id),
    readings,
    minutes,
  };
}

/** What a slip enters: another outcome, or any number that the instrument can show. */
export function wrongReading(test: Test, inlier: ReadingValue, random: () => number): ReadingValue {
  const { display } = instrumentById(test.instrument);
  if (display.kind === 'outcomes') {
    const others = display.outcomes.filter(({ id }) => inlier.kind !== 'outcome' || id !== inlier.outcome);
    return { kind: 'outcome', outcome: others[Math.floor(random() * others.length)]!.id };
  }
  const { unit, overload } = display.scale;
  if (overload && random() < 0.2) return { kind: 'overload' };
  // A wrong pin shows anything from a dead short to the supply's volts, or a few kilohms.
  return { kind: 'number', value: unit === 'Ω' ? 0.2 * 10 ** (5 * random()) : random() * 12.6 };
}
