import { blockMedians, lineThrough, sampleNoise, thinned } from './levels';
import { median } from '../../statistics/quantiles';
import { quantile } from '../../statistics/quantiles';
import type { Ripple } from './ripple';
import { rippleOf } from './ripple';
import type { Trace } from './trace';
import { channelOf } from './trace';
import type { VoltPulses } from './voltPulses';
import { voltPulses } from './voltPulses';

/** A stretch during which the current flows, by index: from its first sample to one past its last. */
export interface OnPeriod {
  readonly from: number;
  readonly to: number;
  /** Seconds. */
  readonly start: number;
  readonly end: number;
}

/** What a recording of a current measures up to. Amps, volts, seconds. */
export interface TraceMeasures {
  /** What the clamp shows while nothing flows; null where the recording has no such stretch. */
  readonly zeroOffsetAmps: number | null;
  readonly noiseAmps: number;
  readonly periods: readonly OnPeriod[];
  /** The highest at switch-on, within a second; null where the switch-on was not recorded. */
  readonly inrushAmps: number | null;
  /** Seconds in which the inrush falls to 1/e of what it has above the settled current. */
  readonly inrushSeconds: number | null;
  /** Where the current stands after the inrush, and at the end of the longest period. */
  readonly settledAmps: number | null;
  readonly endAmps: number | null;
  readonly driftAmpsPerMinute: number | null;
  /** How far the settled part strays from its straight line, as a share of it: noise and ripple left out. */
  readonly wander: number;
  readonly ripple: Ripple | null;
  /** Short losses of the current within the time that it should flow, and the share of that time. */
  readonly dropouts: number;
  readonly dropoutShare: number;
  /** Peaks beyond three times the settled current after the inrush: how many, the highest, and how fast the first rose. */
  readonly spikes: number;
  readonly spikeAmps: number | null;
  readonly spikeRiseSeconds: number | null;
  /** Whether the recording ends with the current gone though it had flowed: opened, or switched off. */
  readonly endsOpen: boolean;
  readonly pulses: {
    readonly hertz: number;
    readonly duty: number;
    readonly lowAmps: number;
    readonly highAmps: number;
  } | null;
  /** The pulses of the volts, where they have any: which ground is weak. */
  readonly voltPulses: VoltPulses | null;
  /** Volts over amps while settled; null without a channel of volts. */
  readonly ohms: number | null;
  readonly chargeCoulombs: number;
  readonly energyJoules: number | null;
}

/** Share of the settled current above which it is said to flow, and below which it is lost. */
const flowsFrom = 0.3;
const lostBelow = 0.2;
/** Peaks beyond so many times the settled current are spikes. */
const spikeTimes = 3;
/** An inrush is over after so long at the latest, seconds. */
const inrushWithin = 1;
/** A loss shorter than this, seconds, is a dropout, not a switching off. */
const dropoutWithin = 1.5;

/** Measures the current of a recording; its volts where it has them. */
export function measureTrace(trace: Trace): TraceMeasures {
  const channel = channelOf(trace, 'A');
  const raw = channel?.values ?? new Float64Array(0);
  const { times } = trace;
  const noiseAmps = sampleNoise(raw);
  const picked = thinned(raw, 100_000);
  const [low, high] = [quantile(picked, 0.02), quantile(picked, 0.98)];
  const span = high - low;
  // Two levels far apart: the lower one is "off". One level alone: it may be all on, or nothing at all.
  const zeroOffsetAmps = offsetOf(raw, low, span, noiseAmps);
  const offset = zeroOffsetAmps ?? 0;
  const amps = offset === 0 ? raw : raw.map((each) => each - offset);
  const level = levelOf(amps, noiseAmps);
  const all = level === null ? [] : periodsOf(amps, times, level);
  const { periods, dropouts, dropoutSeconds } = joined(all);
  const longest = periods.reduce<OnPeriod | null>(
    (most, each) => (most === null || each.end - each.start > most.end - most.start ? each : most),
    null,
  );
  const flowing = periods.reduce((sum, { start, end }) => sum + end - start, 0);
  const settled = longest === null ? null : settledIn(amps, times, longest, level ?? 0);
  const inrush = inrushOf(amps, times, longest, settled?.amps ?? null);
  return {
    zeroOffsetAmps,
    noiseAmps,
    periods,
    ...inrush,
    settledAmps: settled?.amps ?? null,
    endAmps: settled?.end ?? null,
    driftAmpsPerMinute: settled === null ? null : settled.slope * 60,
    wander: settled === null || settled.amps === 0 ? 0 : settled.left / Math.abs(settled.amps),
    ripple: settled === null ? null : rippleOf(amps, times, settled.from, settled.to, noiseAmps),
    dropouts,
    dropoutShare: flowing === 0 ? 0 : dropoutSeconds / (flowing + dropoutSeconds),
    ...spikesOf(amps, times, settled, inrush.inrushAmps),
    endsOpen: longest !== null && longest.to < amps.length - 1 && (periods.at(-1)?.to ?? 0) < amps.length - 1,
    pulses: pulsesOf(amps, all),
    ...withVolts(trace, amps, settled),
    chargeCoulombs: integral(times, (i) => amps[i]!),
  };
}

/** What stands where nothing flows: the median of what lies near the lowest level, where that is well apart. */
function offsetOf(raw: Float64Array, low: number, span: number, noise: number): number | null {
  if (raw.length === 0) return null;
  const near = thinned(raw, 100_000).filter((each) => each < low + Math.max(4 * noise, 0.08 * span));
  // Nothing but one level: all of it lies near the lowest.
  if (near.length > 0.98 * Math.min(raw.length, 100_000)) {
    const middle = median(near);
    return Math.abs(middle) < emptyAmps ? middle : null;
  }
  const middle = median(near);
  return Math.abs(middle) < Math.max(emptyAmps, 0.05 * span) ? middle : null;
}

/** Amps within which a clamp without current may stand. Judgement: the offset of a clamp that was not zeroed. */
const emptyAmps = 0.6;

/** The level of the current while it flows; null where nothing ever does. */
function levelOf(amps: Float64Array, noise: number): number | null {
  const picked = thinned(amps, 100_000);
  // A short lasts for moments only, and must not set the level; a load may be on for moments only.
  const least = Math.max(6 * noise, leastAmps);
  const most = [0.95, 0.995].map((share) => quantile(picked, share)).find((each) => each > least);
  if (most === undefined) return null;
  const flowing = picked.filter((each) => each > Math.max(0.12 * most, 4 * noise));
  return flowing.length < 3 ? null : median(flowing);
}

/** Less than this is no load's current on a clamp, amps. */
const leastAmps = 0.12;

function periodsOf(amps: Float64Array, times: Float64Array, level: number): readonly OnPeriod[] {
  const found: OnPeriod[] = [];
  const [rise, fall] = [flowsFrom * level, lostBelow * level];
  let from = -1;
  for (let i = 0; i < amps.length; i++) {
    const value = amps[i]!;
    if (from < 0 && value > rise) from = i;
    else if (from >= 0 && value < fall) {
      found.push({ from, to: i, start: times[from]!, end: times[i]! });
      from = -1;
    }
  }
  if (from >= 0) {
    const to = amps.length;
    found.push({ from, to, start: times[from]!, end: times[to - 1]! });
  }
  return found;
}

/** Short losses are taken out of the periods and counted. */
function joined(all: readonly OnPeriod[]) {
  const periods: OnPeriod[] = [];
  let [dropouts, dropoutSeconds] = [0, 0];
  for (const each of all) {
    const before = periods.at(-1);
    if (before === undefined || each.start - before.end > dropoutWithin) {
      periods.push(each);
      continue;
    }
    dropouts++;
    dropoutSeconds += each.start - before.end;
    periods[periods.length - 1] = { ...before, to: each.to, end: each.end };
  }
  return { periods, dropouts, dropoutSeconds };
}

interface Settled {
  readonly from: number;
  readonly to: number;
  readonly amps: number;
  readonly end: number;
  readonly slope: number;
  readonly left: number;
}

/** Pieces into which the settled part is cut. */
const settledBlocks = 40;

/** The part of a period after its inrush, by the medians of its pieces. */
function settledIn(
  amps: Float64Array,
  times: Float64Array,
  { from, to, start, end }: OnPeriod,
  level: number,
): Settled | null {
  const after = start + Math.min(inrushWithin, (end - start) / 4);
  let first = from;
  while (first < to - 1 && times[first]! < after) first++;
  // The last samples belong to the switching off.
  const last = Math.max(first + 1, to - Math.ceil((to - first) / 100));
  const blocks = blockMedians(amps.subarray(first, last), settledBlocks);
  const startOf = (b: number) => first + Math.floor((b * (last - first)) / blocks.length);
  const flowing = Array.from(blocks, (_each, b) => b).filter(
    (b) => blocks[b]! > lostBelow * level && blocks[b]! < spikeTimes * level,
  );
  const kept = flowing.slice(settlingBlocks(flowing.map((b) => blocks[b]!)));
  if (kept.length === 0) return null;
  const ys = Float64Array.from(kept, (b) => blocks[b]!);
  const xs = Float64Array.from(kept, (b) => times[Math.min(last - 1, startOf(b + 0.5))]!);
  const line = lineThrough(xs, ys);
  const early = ys.slice(0, Math.max(1, Math.floor(ys.length / 5)));
  const late = ys.slice(-Math.max(1, Math.floor(ys.length / 10)));
  return {
    from: startOf(kept[0]!),
    to: last,
    amps: median(early),
    end: median(late),
    slope: line.slope,
    left: line.left,
  };
}

/** A current that falls to its level settles when it stays within this share of it; a ceramic heater takes seconds. */
const settledWithin = 0.03;
/** What has not settled after this share of the time never does. */
const settlesBy = 0.75;

/** How many pieces at the start still fall to the level of the second half; none where they do not fall to it. */
function settlingBlocks(levels: readonly number[]): number {
  const half = levels.slice(Math.floor(levels.length / 2));
  const level = median(Float64Array.from(half));
  const near = (value: number | undefined) =>
    value === undefined || Math.abs(value - level) <= settledWithin * level;
  const at = levels.findIndex((each, b) => near(each) && near(levels[b + 1]) && near(levels[b + 2]));
  const falls = at > 0 && levels.slice(0, at).every((each) => each > level);
  return falls && at <= settlesBy * levels.length ? at : 0;
}

/** Peak and decay of the switch-on, where it was recorded. */
function inrushOf(amps: Float64Array, times: Float64Array, period: OnPeriod | null, settled: number | null) {
  if (period === null || settled === null || period.from === 0)
    return { inrushAmps: null, inrushSeconds: null };
  let [peak, at] = [-Infinity, period.from];
  for (let i = period.from; i < period.to && times[i]! <= period.start + inrushWithin; i++) {
    if (amps[i]! > peak) [peak, at] = [amps[i]!, i];
  }
  const fallen = settled + (peak - settled) / Math.E;
  let i = at;
  while (i < period.to - 1 && amps[i]! > fallen) i++;
  return { inrushAmps: peak, inrushSeconds: times[i]! - times[at]! };
}

/** Peaks that are no inrush: a load that was lost for a moment starts anew, no higher than it did at first. */
function spikesOf(
  amps: Float64Array,
  times: Float64Array,
  settled: Settled | null,
  inrushAmps: number | null,
) {
  let [spikes, spikeAmps, rise, lostAt] = [0, -Infinity, NaN, -Infinity];
  if (settled === null) return { spikes, spikeAmps: null, spikeRiseSeconds: null };
  const limit = spikeTimes * settled.amps;
  const startsWith = 1.3 * (inrushAmps ?? 6 * settled.amps);
  let above = false;
  for (let i = settled.from; i < amps.length; i++) {
    const value = amps[i]!;
    if (value < lostBelow * settled.amps) lostAt = times[i]!;
    if (value <= startsWith && times[i]! - lostAt < inrushWithin) continue;
    if (value > limit && !above) {
      spikes++;
      let start = i;
      while (start > settled.from && amps[start - 1]! > 1.3 * settled.amps) start--;
      if (Number.isNaN(rise)) rise = times[i]! - times[Math.max(settled.from, start - 1)]!;
    }
    above = value > limit;
    if (value > spikeAmps) spikeAmps = value;
  }
  return {
    spikes,
    spikeAmps: spikes === 0 ? null : spikeAmps,
    spikeRiseSeconds: spikes === 0 ? null : rise,
  };
}

/** A load that is pulsed: many periods of nearly the same length. */
function pulsesOf(amps: Float64Array, all: readonly OnPeriod[]): TraceMeasures['pulses'] {
  if (all.length < 6) return null;
  const steps = Float64Array.from(
    { length: all.length - 1 },
    (_each, k) => all[k + 1]!.start - all[k]!.start,
  );
  const usual = median(steps);
  const even = steps.filter((step) => Math.abs(step - usual) < 0.15 * usual).length;
  if (!(usual > 0) || even < 0.8 * steps.length) return null;
  const on = median(Float64Array.from(all, ({ start, end }) => end - start));
  const [first, second] = [all[Math.floor(all.length / 2) - 1]!, all[Math.floor(all.length / 2)]!];
  return {
    hertz: 1 / usual,
    duty: on / usual,
    highAmps: median(amps.slice(first.from, first.to)),
    lowAmps: median(amps.slice(first.to, second.from)),
  };
}

/** ∫ f dt by trapezia. */
function integral(times: Float64Array, f: (index: number) => number): number {
  let sum = 0;
  for (let i = 1; i < times.length; i++) sum += ((f(i) + f(i - 1)) / 2) * (times[i]! - times[i - 1]!);
  return sum;
}

function withVolts(trace: Trace, amps: Float64Array, settled: Settled | null) {
  const volts = channelOf(trace, 'V')?.values;
  if (volts === undefined) return { ohms: null, energyJoules: null, voltPulses: null };
  const energyJoules = integral(trace.times, (i) => amps[i]! * volts[i]!);
  const pulses = voltPulses(volts, amps, trace.times);
  // Volts that go to and fro are not those of the supply.
  if (settled === null || settled.amps === 0 || pulses !== null) {
    return { ohms: null, energyJoules, voltPulses: pulses };
  }
  const across = median(thinned(volts.subarray(settled.from, settled.to), 20_001));
  return { ohms: across / settled.amps, energyJoules, voltPulses: null };
}
