import type { FuseStyle } from './fuseColdResistance';
import { openingBand } from './fuseOpening';
import type { OpeningBand } from './fuseOpening';

/** The share of its rating that a fuse carries for good. */
const continuousShare = 0.75;
/** It carries so much less per kelvin above this ambient. Typical of blades. */
const perKelvin = 0.0015;
const referenceCelsius = 25;

/** What a load makes of a fuse. */
export interface FuseLoading {
  /** Amps that it should carry for good at this ambient. */
  readonly continuousAmps: number;
  /** What is left of that; negative where the load is too much. */
  readonly marginAmps: number;
  /** When it opens at the load; null where it never does. */
  readonly opens: OpeningBand | null;
  readonly verdict: 'within 75 %' | 'above 75 %' | 'will open';
}

/** A load against a fuse: amps, and the degrees Celsius around it. */
export function fuseLoading(
  style: FuseStyle,
  ratingAmps: number,
  loadAmps: number,
  ambientCelsius = referenceCelsius,
): FuseLoading {
  const derated = 1 - perKelvin * Math.max(0, ambientCelsius - referenceCelsius);
  const continuousAmps = continuousShare * ratingAmps * derated;
  const opens = openingBand(style, loadAmps / (ratingAmps * derated));
  return {
    continuousAmps,
    marginAmps: continuousAmps - loadAmps,
    opens,
    verdict: opens !== null ? 'will open' : loadAmps > continuousAmps ? 'above 75 %' : 'within 75 %',
  };
}

/** Seconds of an hour. */
const hour = 3600;

/** The largest load, amps, that surely leaves a fuse whole for an hour: where the least opening time is that long. */
export function heldForAnHour(style: FuseStyle, ratingAmps: number): number {
  return ratingAmps * timesRatingFor((times) => openingBand(style, times)?.least ?? Infinity, hour);
}

/**
 * The current that opened a fuse after so many seconds, amps, as a band: from where the slowest fuse opens then to where
 * the fastest does.
 */
export function ampsThatOpened(
  style: FuseStyle,
  ratingAmps: number,
  seconds: number,
): { readonly least: number; readonly greatest: number } {
  const least = timesRatingFor((times) => openingBand(style, times)?.least ?? Infinity, seconds);
  const greatest = timesRatingFor((times) => openingBand(style, times)?.greatest ?? Infinity, seconds);
  return { least: least * ratingAmps, greatest: greatest * ratingAmps };
}

/** The times of the rating at which a falling opening time comes down to so many seconds: by halving the logarithm. */
function timesRatingFor(secondsAt: (times: number) => number, seconds: number): number {
  let [low, high] = [1, 1000];
  for (let round = 0; round < 60; round++) {
    const middle = Math.sqrt(low * high);
    if (secondsAt(middle) > seconds) low = middle;
    else high = middle;
  }
  return Math.sqrt(low * high);
}

/** How fast the surge of cold filaments dies away, seconds. Judgement: a lamp of 21 W glows after some 50 ms. */
const surgeSeconds = 0.03;
const surgeSteps = 40;

/** Share of a fuse's life that switching on uses up: the surge falls to the load as e^(-t / τ), Σ dt / t_open(I). */
export function lifeUsedBySurge(
  style: FuseStyle,
  ratingAmps: number,
  surgeAmps: number,
  loadAmps: number,
): number {
  const step = (5 * surgeSeconds) / surgeSteps;
  let used = 0;
  for (let i = 0; i < surgeSteps; i++) {
    const fallen = Math.exp((-(i + 0.5) * step) / surgeSeconds);
    used += lifeUsed(style, ratingAmps, loadAmps + (surgeAmps - loadAmps) * fallen, step);
  }
  return used;
}

/** Share of a fuse's life that a load uses up in so many seconds: dt / t_open(I), by the middle of its band. */
export function lifeUsed(style: FuseStyle, ratingAmps: number, loadAmps: number, seconds: number): number {
  const band = openingBand(style, loadAmps / ratingAmps);
  return band === null ? 0 : seconds / Math.sqrt(band.least * band.greatest);
}
