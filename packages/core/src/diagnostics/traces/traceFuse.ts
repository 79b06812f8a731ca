import type { FuseStyle } from '../../physics/fuseColdResistance';
import type { FuseLoading } from '../../physics/fuseLoading';
import { fuseLoading } from '../../physics/fuseLoading';
import type { OpeningBand } from '../../physics/fuseOpening';
import { openingBand } from '../../physics/fuseOpening';
import type { TraceMeasures } from './measureTrace';
import type { Trace } from './trace';
import { channelOf, traceSeconds } from './trace';

/** Seconds from the start of the recording between which a fuse opens; `greatest` null: a slow one stays whole. */
export interface Opening {
  readonly least: number;
  readonly greatest: number | null;
}

/** What a recording does to a fuse. */
export interface TraceAgainstFuse {
  /** Share of its life that this recording uses, by the middle of its opening time: Σ dt / t_open(I). */
  readonly lifeUsed: number;
  /** When it opens; null where it does not within the recording. */
  readonly opens: Opening | null;
  /** When it opens if the current goes on as it did: climbing as it climbed, or staying; null where it never does. */
  readonly goingOn: Opening | null;
  /** The settled current against the rating; null where nothing settled. */
  readonly loading: FuseLoading | null;
}

/** Damage to a quick and to a slow fuse of a kind, and when each has opened. */
interface Damage {
  readonly used: number;
  readonly fast: number;
  readonly slow: number;
  readonly least: number | null;
  readonly greatest: number | null;
}

/** What goes on is followed for so long, seconds: a day; nobody waits longer for a fuse. */
const followedSeconds = 86_400;
/** A current that has moved by less than this share from where it settled stays: the rest is noise. */
const leastDrift = 0.04;

/**
 * Holds a recorded current against a fuse: damage adds up (Miner's rule over its time-current gates), and it opens where
 * that comes to 1.
 */
export function traceAgainstFuse(
  trace: Trace,
  measures: TraceMeasures,
  style: FuseStyle,
  ratingAmps: number,
): TraceAgainstFuse {
  const { zeroOffsetAmps, settledAmps } = measures;
  const within = damageOf(trace, zeroOffsetAmps ?? 0, style, ratingAmps);
  return {
    lifeUsed: within.used,
    opens: openingOf(within),
    goingOn: openingOf(carriedOn(within, traceSeconds(trace), measures, style, ratingAmps)),
    loading: settledAmps === null ? null : fuseLoading(style, ratingAmps, settledAmps),
  };
}

function openingOf({ least, greatest }: Damage): Opening | null {
  return least === null ? null : { least, greatest };
}

function damageOf(trace: Trace, offsetAmps: number, style: FuseStyle, ratingAmps: number): Damage {
  const amps = channelOf(trace, 'A')?.values ?? new Float64Array(0);
  const { times } = trace;
  const bandAt = rememberedBands(style, ratingAmps);
  let [used, fast, slow] = [0, 0, 0];
  let [least, greatest]: [number | null, number | null] = [null, null];
  for (let i = 1; i < amps.length; i++) {
    const band = bandAt(Math.abs(amps[i]! - offsetAmps));
    if (band === null) continue;
    const step = times[i]! - times[i - 1]!;
    used += step / Math.sqrt(band.least * band.greatest);
    fast += step / band.least;
    slow += step / band.greatest;
    if (least === null && fast >= 1) least = times[i]!;
    if (greatest === null && slow >= 1) greatest = times[i]!;
  }
  return { used, fast, slow, least, greatest };
}

function rememberedBands(style: FuseStyle, ratingAmps: number): (amps: number) => OpeningBand | null {
  const bands = new Map<number, OpeningBand | null>();
  return (amps) => {
    // A fifth of a per cent of the rating is finer than any fuse: one look-up for each.
    const key = Math.round((500 * amps) / ratingAmps);
    const known = bands.get(key);
    if (known !== undefined) return known;
    const fresh = openingBand(style, key / 500);
    bands.set(key, fresh);
    return fresh;
  };
}

/** The same after the recording, the current following its own straight line; where it had ended, nothing is added. */
function carriedOn(
  within: Damage,
  seconds: number,
  { settledAmps, endAmps, driftAmpsPerMinute, endsOpen }: TraceMeasures,
  style: FuseStyle,
  ratingAmps: number,
): Damage {
  if (settledAmps === null || endAmps === null || endsOpen || within.greatest !== null) return within;
  const moved = Math.abs(endAmps - settledAmps) > leastDrift * settledAmps;
  const drift = moved ? (driftAmpsPerMinute ?? 0) / 60 : 0;
  const step = 1;
  let { fast, slow, least } = within;
  let greatest: number | null = null;
  for (let on = step; on <= followedSeconds && greatest === null; on += step) {
    const band = openingBand(style, (endAmps + drift * on) / ratingAmps);
    // A current that does not rise never comes to anything later.
    if (band === null && drift <= 0) break;
    if (band === null) continue;
    fast += step / band.least;
    slow += step / band.greatest;
    if (least === null && fast >= 1) least = seconds + on;
    if (fast >= 1 && slow >= 1) greatest = seconds + on;
  }
  return { ...within, fast, slow, least, greatest };
}

/** How what the recording foretells agrees with when the fuse did open. */
export type OpeningAgreement = 'agrees' | 'sooner' | 'later' | 'stays whole';

/**
 * @param openedSeconds - after switching on, from what the customer told or the recording's own end
 * @param onSeconds - when the recording shows the switching on
 */
export function openingAgreement(
  { opens, goingOn }: TraceAgainstFuse,
  onSeconds: number,
  openedSeconds: number,
): OpeningAgreement {
  const foretold = opens?.greatest == null ? (goingOn ?? opens) : opens;
  if (foretold === null) return 'stays whole';
  const at = onSeconds + openedSeconds;
  if (at < foretold.least / tolerance) return 'sooner';
  return foretold.greatest !== null && at > foretold.greatest * tolerance ? 'later' : 'agrees';
}

/** "A quarter of an hour" is told to within a third. */
const tolerance = 1.35;
