import { listWords } from '../text/lists';
import type { Circuit } from '../circuit/circuit';
import type { ProposedAction } from '../planning/nextActions';
import { entropyBits } from '../statistics/entropy';
import { percent } from '../text/figures';
import { suspectName } from '../text/outcomes';
import type { Assessment } from './assess';
import type { JobState, LedgerReading } from './foldJob';
import { activeReadings } from './foldJob';

/** A fault that hides: readings were taken, none shows it, and what is left to ask tells little for its minutes. */
export interface NothingReproduces {
  /** Standing readings that are what a healthy circuit shows. */
  readonly healthy: number;
  /** Minutes that the rest of the search would take at the pace of its best reading. */
  readonly minutesLeft: number;
}

/** So many healthy readings, and a search so many minutes long from here, make it fair to stop. Judgement. */
const healthyFrom = 10;
const minutesFrom = 20;
/** How a fuse is told to have blown when nothing blows it now. */
const hidden: readonly string[] = ['at-random', 'in-the-wet'];

/**
 * @param showing - the standing readings that a healthy circuit would not show
 * @returns null while something shows the fault, or the next reading is worth its minutes
 */
export function nothingReproduces(
  job: JobState,
  { posterior, isolated }: Assessment,
  showing: readonly LedgerReading[],
  best: ProposedAction | undefined,
): NothingReproduces | null {
  const seen = showing.some(({ value }) => value.kind !== 'outcome' || !hidden.includes(value.outcome));
  const healthy = activeReadings(job).length - showing.length;
  if (isolated !== null || seen || healthy < healthyFrom) return null;
  const left = entropyBits(posterior.suspects.map(({ probability }) => probability));
  const minutesLeft = best === undefined ? Infinity : (left * best.work.minutes) / best.bits;
  return minutesLeft < minutesFrom ? null : { healthy, minutesLeft };
}

/** The same as the reason for which a job is closed unproven, with what stays likeliest. */
export function nothingReproducesWords(
  circuit: Circuit,
  { posterior }: Assessment,
  { healthy }: NothingReproduces,
): string {
  const left = posterior.suspects
    .slice(0, 3)
    .map(({ id, probability }) => `${suspectName(circuit, id)} ${percent(probability)}`);
  return `Nothing reproduces: ${healthy} readings are what a healthy circuit shows. Likeliest left: ${listWords(left)}.`;
}

/** What to do before the vehicle goes, fuse by fuse: as labelled, and what the customer watches for. */
export function beforeItGoes(circuit: Circuit, { state }: JobState): readonly string[] {
  const filled = circuit.parts.flatMap((part) =>
    part.kind === 'fuse' && state.cavities[part.id] !== undefined
      ? [`Fit ${part.name} as labelled, ${part.ratingAmps} A: never a larger one.`]
      : [],
  );
  return [
    ...filled,
    'Tell the customer to note what was switched on, the weather and the road when it fails, and to leave it failed.',
  ];
}
