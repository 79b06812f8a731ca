/** What a channel carries. */
export type TraceUnit = 'A' | 'V';

export interface TraceChannel {
  readonly name: string;
  readonly unit: TraceUnit;
  /** In amps or volts; as long as the trace's times. */
  readonly values: Float64Array;
}

/** A recording: samples in the order of time, evenly spaced or not; a gap in the clock stays one. */
export interface Trace {
  /** Seconds, never falling; the first one is 0. */
  readonly times: Float64Array;
  readonly channels: readonly TraceChannel[];
}

/** The first channel of a unit, or null. */
export function channelOf({ channels }: Trace, unit: TraceUnit): TraceChannel | null {
  return channels.find((each) => each.unit === unit) ?? null;
}

/** Seconds from the first sample to the last. */
export function traceSeconds({ times }: Trace): number {
  return times.length === 0 ? 0 : times[times.length - 1]! - times[0]!;
}
