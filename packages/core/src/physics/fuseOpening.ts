import type { FuseStyle } from './fuseColdResistance';

/** Seconds between which a fuse opens: the 2.5 % and the 97.5 % point of a log-normal time. */
export interface OpeningBand {
  readonly least: number;
  readonly greatest: number;
}

type Gate = readonly [timesRating: number, least: number, greatest: number];

/** Hundred hours, the least that a fuse must carry 1.1 times its rating; it may carry it for ever: here, 100 times that. */
const hundredHours = 360_000;
const carried: Gate = [1.1, hundredHours, 100 * hundredHours];
const bladeGates: readonly Gate[] = [
  carried,
  [1.35, 0.75, 600],
  [1.6, 0.25, 50],
  [2, 0.15, 5],
  [3.5, 0.04, 0.5],
  [6, 0.02, 0.1],
];
const slowGates: readonly Gate[] = [carried, [1.35, 60, 1800], [2, 2, 60], [3.5, 0.2, 7], [6, 0.04, 1]];
/** ISO 8820-3 gates of the opening time, by style. */
const gates: Readonly<Record<FuseStyle, readonly Gate[]>> = {
  'regular blade': bladeGates,
  'mini blade': bladeGates,
  'large blade': slowGates,
  cartridge: slowGates,
};

/**
 * When a fuse opens at so many times its rating; null where it carries that for good.
 *
 * Between the gates straight lines on log-log axes; beyond the last one the time falls with the square of the
 * current (the same heat).
 */
export function openingBand(style: FuseStyle, timesRating: number): OpeningBand | null {
  const list = gates[style];
  const [first, last] = [list[0]!, list.at(-1)!];
  if (!(timesRating >= first[0])) return null;
  if (timesRating >= last[0]) {
    const heat = (last[0] / timesRating) ** 2;
    return { least: last[1] * heat, greatest: last[2] * heat };
  }
  const above = list.findIndex(([times]) => times > timesRating);
  const [low, high] = [list[above - 1]!, list[above]!];
  const share = Math.log(timesRating / low[0]) / Math.log(high[0] / low[0]);
  const between = (one: number, other: number) => one * (other / one) ** share;
  return { least: between(low[1], high[1]), greatest: between(low[2], high[2]) };
}

/** Standard deviations between the middle of a normal distribution and its 97.5 % point. */
const quantile = 1.96;

/** Mean and standard deviation of the logarithm of the seconds after which a fuse opens. */
export function openingLogSeconds({ least, greatest }: OpeningBand): { mean: number; deviation: number } {
  const [low, high] = [Math.log(least), Math.log(greatest)];
  return { mean: (low + high) / 2, deviation: (high - low) / 2 / quantile };
}

/**
 * The current at which a fuse opens within seconds whatever its style: at twice its rating, 5 s at most for
 * blades and 60 s for the large ones (ISO 8820-3 gates).
 */
export function surelyOpensAt(ratingAmps: number): number {
  return 2 * ratingAmps;
}
