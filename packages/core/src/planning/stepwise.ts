/** Work that stops after every little piece, so that whoever waits for something else need not wait for all of it. */
export type Stepwise<T> = Generator<undefined, T>;

/** Does all of it. */
export function atOnce<T>(work: Stepwise<T>): T {
  for (;;) {
    const step = work.next();
    if (step.done === true) return step.value;
  }
}
