import { thinned } from './levels';
import { median } from '../../statistics/quantiles';
import { quantile } from '../../statistics/quantiles';

/** A voltage that goes to and fro between two levels: the driven side of a pulsed load. */
export interface VoltPulses {
  readonly hertz: number;
  /** Share of the time at the low level. */
  readonly lowShare: number;
  readonly lowVolts: number;
  readonly highVolts: number;
  /** Amps while it is low and ohms between it and ground by them; null where the low level comes down to ground. */
  readonly weakGround: { readonly amps: number; readonly ohms: number } | null;
}

/** Two levels are at least this far apart, volts; less is a battery that sags. */
const apartVolts = 3;
/** Share of the samples that lie near one of the levels. */
const nearShare = 0.8;
/** A ground may keep 0.2 V when loaded, the transistor that drives it about 0.4 V: more is a weak ground. Judgement. */
const weakFromVolts = 0.6;

/** The pulses of a channel of volts; null where it has none. At least three rises are expected. */
export function voltPulses(volts: Float64Array, amps: Float64Array, times: Float64Array): VoltPulses | null {
  const picked = thinned(volts, 100_000);
  const [low, high] = [quantile(picked, 0.05), quantile(picked, 0.95)];
  const span = high - low;
  if (!(span > apartVolts)) return null;
  const near = picked.filter((each) => Math.min(Math.abs(each - low), Math.abs(each - high)) < 0.2 * span);
  if (near.length < nearShare * picked.length) return null;
  const { rises, lowSeconds, seconds } = crossings(volts, times, low + span / 3, high - span / 3);
  if (rises.length < 3) return null;
  const lowVolts = median(picked.filter((each) => each < low + 0.2 * span));
  const flowing = amps.filter((_each, i) => volts[i]! < low + 0.2 * span);
  const lowAmps = median(thinned(flowing, 20_001));
  return {
    hertz: (rises.length - 1) / (rises.at(-1)! - rises[0]!),
    lowShare: lowSeconds / seconds,
    lowVolts,
    highVolts: median(picked.filter((each) => each > high - 0.2 * span)),
    weakGround: lowVolts > weakFromVolts && lowAmps > 0 ? { amps: lowAmps, ohms: lowVolts / lowAmps } : null,
  };
}

/** Rises through a band between the levels, and how long the low level lasted between the first and the last. */
function crossings(volts: Float64Array, times: Float64Array, below: number, above: number) {
  const rises: number[] = [];
  let isHigh = volts[0]! > above;
  let [lowSeconds, lowSince, first] = [0, NaN, NaN];
  for (let i = 1; i < volts.length; i++) {
    if (isHigh && volts[i]! < below) {
      isHigh = false;
      lowSince = times[i]!;
    } else if (!isHigh && volts[i]! > above) {
      isHigh = true;
      if (rises.length === 0) first = times[i]!;
      else lowSeconds += times[i]! - lowSince;
      rises.push(times[i]!);
    }
  }
  return { rises, lowSeconds, seconds: (rises.at(-1) ?? NaN) - first };
}
