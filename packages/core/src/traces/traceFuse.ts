import type { FuseStyle } from '../fuses/coldResistance';
import type { FuseLoading } from '../fuses/loading';
import { fuseLoading } from '../fuses/loading';
import type { OpeningBand } from '../fuses/openingTime';
import { openingBand } from '../fuses/openingTime';
import type { Trace } from './trace';
import { channelOf } from './trace';

/** What a recording does to a fuse. */
export interface TraceAgainstFuse {
  /** Share of its life that this recording uses, by the middle of its opening time: Σ dt / t_open(I). */
  readonly lifeUsed: number;
  /** Seconds into the recording between which it opens; null where it does not within it. */
  readonly opens: { readonly least: number | null; readonly greatest: number | null } | null;
  /** The settled current against the rating; null where nothing settled. */
  readonly loading: FuseLoading | null;
}

/** Holds a recorded current against a fuse: damage adds up, and it opens where that comes to 1. */
export function traceAgainstFuse(
  trace: Trace,
  offsetAmps: number,
  settledAmps: number | null,
  style: FuseStyle,
  ratingAmps: number,
): TraceAgainstFuse {
  const amps = channelOf(trace, 'A')?.values ?? new Float64Array(0);
  const { times } = trace;
  const bands = new Map<number, OpeningBand | null>();
  const bandAt = (current: number) => {
    // A fifth of a per cent of the rating is finer than any fuse: one look-up for each.
    const key = Math.round((500 * current) / ratingAmps);
    const known = bands.get(key);
    if (known !== undefined) return known;
    const fresh = openingBand(style, key / 500);
    bands.set(key, fresh);
    return fresh;
  };
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
  return {
    lifeUsed: used,
    opens: least === null ? null : { least, greatest },
    loading: settledAmps === null ? null : fuseLoading(style, ratingAmps, settledAmps),
  };
}
