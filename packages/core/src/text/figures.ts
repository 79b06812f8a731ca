/** `63 %`; never 0 for something possible, nor 100 for something short of certain. */
export function percent(probability: number): string {
  if (probability > 0 && probability < 0.005) return '<1 %';
  if (probability < 1 && probability >= 0.995) return '>99 %';
  return `${Math.round(probability * 100)} %`;
}

/** Minutes from which on nobody counts in minutes: a working day. */
const inHoursFrom = 480;

/** `2.5 min`, or `38 min` where tenths mean nothing; `14 h` from a working day on. */
export function minutes(value: number): string {
  if (value >= inHoursFrom) return `${Math.round(value / 60)} h`;
  return `${value < 10 ? Number(value.toFixed(1)) : Math.round(value)} min`;
}

/** Whether so many bits are too few to be shown. */
export function tellsNothing(bits: number): boolean {
  return bits < 0.005;
}

/** From how many bits on a reading tells so much, the most first; one bit halves what is left. */
const tellings = [
  [0.75, 'halves what is left'],
  [0.35, 'tells much'],
  [0.1, 'tells something'],
] as const;

/** What an action tells, in words that follow its name; `exactWorth` has the figure. */
export function worth(bits: number): string {
  if (tellsNothing(bits)) return 'tells nothing new';
  return tellings.find(([from]) => bits >= from)?.[1] ?? 'tells little';
}

/** The same as a figure, for who asks for it. */
export function exactWorth(bits: number): string {
  return `${bits.toFixed(2)} bit`;
}

/** A reading's words within a sentence: `Dark` becomes `dark`, while `12.6 V` and `OL` stay as they are. */
export function midSentence(words: string): string {
  return words.replace(/^\p{Lu}(?=\p{Ll})/u, (first) => first.toLowerCase());
}

/** A stretch of time in as many figures as one plans by: `4.2 s`, `12 min`, `3 h`. */
export function duration(seconds: number): string {
  if (seconds < 60) return `${Number(seconds.toPrecision(2))} s`;
  if (seconds < 7200) return `${Math.round(seconds / 60)} min`;
  return `${Math.round(seconds / 3600)} h`;
}
