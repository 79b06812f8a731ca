/** One measured figure. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  /** What stands behind the number: `%`, `times`, nothing for a count. */
  readonly unit: string;
  /** The bar that it is held against; null where there is none yet. */
  readonly bar: { readonly at: 'least' | 'most'; readonly value: number } | null;
}

/** Seconds of processor that a piece of work takes: the median of several runs. */
export function secondsOf(work: () => void, runs = 5): number {
  const times = Array.from({ length: runs }, () => {
    const started = process.cpuUsage();
    work();
    const { user, system } = process.cpuUsage(started);
    return (user + system) / 1e6;
  });
  return middle(times);
}

/** The median. */
export function middle(values: readonly number[]): number {
  return [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)]!;
}
