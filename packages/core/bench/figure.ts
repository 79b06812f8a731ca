/** One measured figure. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  /** What stands behind the number: `%`, `times`, nothing for a count. */
  readonly unit: string;
  /** The bar that it is held against; null where there is none yet. */
  readonly bar: { readonly at: 'least' | 'most'; readonly value: number } | null;
}

/**
 * Seconds that a piece of work takes: the median of several runs. Each run is bounded twice, and the lesser counts: by
 * the clock, which runs on while other programs have the processor, and by the processor's time, in which the helper
 * threads of the runtime are counted beside the one that does the work.
 */
export function secondsOf(work: () => void, runs = 5): number {
  const times = Array.from({ length: runs }, () => {
    const started = process.cpuUsage();
    const since = performance.now();
    work();
    const elapsed = (performance.now() - since) / 1e3;
    const { user, system } = process.cpuUsage(started);
    return Math.min(elapsed, (user + system) / 1e6);
  });
  return middle(times);
}

/** The median. */
export function middle(values: readonly number[]): number {
  return [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)]!;
}
