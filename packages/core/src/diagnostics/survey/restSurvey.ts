import { fuseCurrent, resolvedVolts } from '../../physics/fuseMillivolts';
import type { JobState, LedgerReading } from '../../job/foldJob';
import { lastReadings } from '../../job/lastReadings';
import type { FusePart } from '../../circuit/parts/fuse';
import type { Predictor } from '../../inference/predictor';
import { batteryCurrents, clampDeviation, surelyFrom } from './clampReadings';
import { fuseAmps } from './fuseAmps';
import { fusesOf } from './surveyOrder';

/** The current of one fuse in a survey. */
export interface SurveyedFuse {
  readonly fuse: FusePart;
  /** The reading that it rests on; null while there is none in this state. */
  readonly reading: LedgerReading | null;
  /** Amps, signed as the volts were; null while not read. */
  readonly amps: number | null;
  /** One standard deviation, amps. */
  readonly deviation: number;
  /** The least that a meter of 0.1 mV tells from nothing on this fuse, amps; and whether what was read is less. */
  readonly resolvedAmps: number;
  readonly belowResolution: boolean;
  /** What a healthy circuit lets through it in this state, amps. */
  readonly expectedAmps: number;
  /** What it carries beyond that, amps; null while not read. */
  readonly excessAmps: number | null;
}

/** A survey of the currents at every fuse in one state of the vehicle, against the battery's own figure. */
export interface RestSurvey {
  readonly fuses: readonly SurveyedFuse[];
  /** Sum over the fuses read, with one standard deviation, amps. */
  readonly sumAmps: number;
  readonly sumDeviation: number;
  /** The battery clamp's last figure with nothing pulled, amps; null while there is none. */
  readonly totalAmps: number | null;
  /** What the fuses read do not explain of it, and its standard deviation, amps. */
  readonly unexplainedAmps: number | null;
  readonly unexplainedDeviation: number;
  /** The fewest fuses that bring the total under the limit when their excess goes, largest first. */
  readonly culprits: readonly SurveyedFuse[];
  /** What the total would then be, amps. */
  readonly afterwardsAmps: number | null;
}

/**
 * The currents behind every fuse as far as read in the job's present state.
 *
 * The sum's deviation: the fuses' own spread differs from fuse to fuse and adds by squares, as does half a meter's
 * last digit on each.
 * @param healthy - the circuit with nothing wrong
 * @param limitAmps - the most that the vehicle may draw at rest
 */
export function restSurvey(healthy: Predictor, job: JobState, limitAmps: number): RestSurvey {
  const solved = healthy.solved(job.state, null);
  const last = lastReadings(job);
  const fuses = fusesOf(healthy.circuit).map((fuse) =>
    surveyed(fuse, last({ instrument: 'fuse-millivolts', at: fuse.id }), Math.abs(fuseAmps(solved, fuse))),
  );
  const read = fuses.filter(({ amps }) => amps !== null);
  // Signed, so that the meter's flicker about nothing cancels; leads the wrong way round turn all of them.
  const sumAmps = Math.abs(read.reduce((sum, { amps }) => sum + (amps ?? 0), 0));
  const sumDeviation = Math.hypot(...read.map(({ deviation }) => deviation));
  const totalAmps =
    batteryCurrents(job)
      .filter(({ pulled }) => pulled === null)
      .at(-1)?.amps ?? null;
  const culprits: SurveyedFuse[] = [];
  let left = totalAmps ?? sumAmps;
  const suspected = read
    .filter(({ excessAmps, deviation }) => (excessAmps ?? 0) > surelyFrom * deviation)
    .sort((one, other) => (other.excessAmps ?? 0) - (one.excessAmps ?? 0));
  for (const each of suspected) {
    if (left <= limitAmps) break;
    culprits.push(each);
    left -= each.excessAmps ?? 0;
  }
  return {
    fuses,
    sumAmps,
    sumDeviation,
    totalAmps,
    unexplainedAmps: totalAmps === null ? null : totalAmps - sumAmps,
    unexplainedDeviation:
      totalAmps === null ? sumDeviation : Math.hypot(sumDeviation, clampDeviation(totalAmps)),
    culprits,
    afterwardsAmps: culprits.length === 0 ? null : left,
  };
}

function surveyed(fuse: FusePart, reading: LedgerReading | null, expectedAmps: number): SurveyedFuse {
  const { style, ratingAmps } = fuse;
  const volts = reading?.value.kind === 'number' ? reading.value.value : null;
  const { amps, deviation, resolvedAmps } = fuseCurrent(style, ratingAmps, volts ?? 0);
  const excess = Math.abs(amps) - expectedAmps;
  return {
    fuse,
    reading,
    amps: volts === null ? null : amps,
    deviation,
    resolvedAmps,
    belowResolution: volts !== null && Math.abs(volts) < resolvedVolts,
    expectedAmps,
    excessAmps: volts === null ? null : excess,
  };
}

/** The share of a battery's capacity that may go before the engine no longer starts. Judgement. */
const usableShare = 0.5;

/** Days until a full battery no longer starts the engine at a steady current; infinite at none. */
export function daysToFlat(capacityAmpHours: number, amps: number): number {
  return amps <= 0 ? Infinity : (usableShare * capacityAmpHours) / amps / 24;
}

/** What a pulled fuse did to the total. */
export interface PullEffect {
  readonly fuse: string;
  readonly before: number;
  readonly after: number;
  /** It rose beyond the clamp's error: pulling it may have woken a module. */
  readonly woke: boolean;
}

/** Each fuse pulled in the log against the last figure with nothing pulled before it. */
export function pullEffects(job: JobState): readonly PullEffect[] {
  const totals = batteryCurrents(job);
  return totals.flatMap(({ pulled, amps }, index) => {
    const before = totals
      .slice(0, index)
      .filter((each) => each.pulled === null)
      .at(-1);
    if (pulled === null || before === undefined) return [];
    const woke = amps > before.amps + surelyFrom * clampDeviation(before.amps);
    return [{ fuse: pulled, before: before.amps, after: amps, woke }];
  });
}
