import { meterFuseAmps } from '../../planning/kit';
import type { CurrentReading, JobState } from '../../job/foldJob';
import type { FusePart } from '../../circuit/parts/fuse';
import type { FuseLoading } from '../../physics/fuseLoading';
import { fuseLoading, lifeUsedBySurge } from '../../physics/fuseLoading';
import { coldVolts } from '../../network/linearised';
import type { Predictor } from '../../inference/predictor';
import { fuseAmps } from './fuseAmps';
import { clampDeviation, clampOffset, currentsNow, surelyFrom } from './clampReadings';
import { fusesOf } from './surveyOrder';

export type LoadVerdict = 'too high' | 'too low' | 'just right';

/** What a fuse carries with its circuit running, against what it should. */
export interface LoadedFuse {
  readonly fuse: FusePart;
  /** Of a healthy circuit in this state, amps. */
  readonly expectedAmps: number;
  /** In the moment of switching on, its filaments cold, amps. */
  readonly surgeAmps: number;
  /** Share of the fuse's life that one switching on uses up. */
  readonly surgeLife: number;
  readonly reading: CurrentReading | null;
  /** Ohms of all that is behind it, where volts were read as well. */
  readonly ohms: number | null;
  /** Null while it was not read. */
  readonly verdict: LoadVerdict | null;
  /** What was read as a multiple of what was expected; null where either is nothing. */
  readonly timesExpected: number | null;
  /** The load, read or else expected, against the fuse's rating. */
  readonly loading: FuseLoading;
  /** Whether a meter's own current range may carry it: only well within the meter's own fuse. */
  readonly ammeterMay: boolean;
}

/** How far a healthy load may lie from what its rating says, as a share: one standard deviation. Judgement. */
const loadSpread = 0.1;
/** A meter is put in series only up to this share of its own fuse. Judgement. */
const meterShare = 0.8;

/**
 * The load behind every fuse in the job's present state.
 * @param healthy - the circuit with nothing wrong
 * @param ambientCelsius - around the box
 */
export function loadSurvey(healthy: Predictor, job: JobState, ambientCelsius = 25): readonly LoadedFuse[] {
  const solved = healthy.solved(job.state, null);
  const { network, joined } = solved.solution;
  const cold = coldVolts(network, joined);
  const standing = currentsNow(job).filter(({ pulled }) => pulled === null);
  return fusesOf(healthy.circuit).map((fuse) => {
    const expectedAmps = Math.abs(fuseAmps(solved, fuse));
    const surgeAmps = Math.max(expectedAmps, Math.abs(fuseAmps(solved, fuse, (node) => cold[node] ?? 0)));
    const reading = standing.filter((each) => each.fuse === fuse.id).at(-1) ?? null;
    const read = reading === null ? null : Math.abs(reading.amps);
    const volts = reading?.volts ?? null;
    const load = Math.max(read ?? expectedAmps, expectedAmps);
    return {
      fuse,
      expectedAmps,
      surgeAmps,
      surgeLife: lifeUsedBySurge(fuse.style, fuse.ratingAmps, surgeAmps, expectedAmps),
      reading,
      ohms: read === null || read === 0 || volts === null ? null : volts / read,
      verdict: read === null ? null : verdictOf(read, expectedAmps),
      timesExpected: read === null || expectedAmps < clampOffset ? null : read / expectedAmps,
      loading: fuseLoading(fuse.style, fuse.ratingAmps, read ?? expectedAmps, ambientCelsius),
      ammeterMay: load <= meterShare * meterFuseAmps,
    };
  });
}

function verdictOf(read: number, expected: number): LoadVerdict {
  const deviation = Math.hypot(clampDeviation(read), loadSpread * expected);
  if (Math.abs(read - expected) <= surelyFrom * deviation) return 'just right';
  return read > expected ? 'too high' : 'too low';
}
