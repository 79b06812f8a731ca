/** What kind of thing a recording of a current shows. */
export const traceKinds = [
  'healthy',
  'draws too much',
  'starts high and climbs',
  'short in an instant',
  'contact bounces',
  'dead bar',
  'stalled from the start',
  'nothing flows',
] as const;
export type TraceKind = (typeof traceKinds)[number];

/** How common each is among recordings that somebody thought worth making. Judgement. */
export const kindShares: Readonly<Record<TraceKind, number>> = {
  healthy: 0.3,
  'draws too much': 0.15,
  'starts high and climbs': 0.1,
  'short in an instant': 0.13,
  'contact bounces': 0.12,
  'dead bar': 0.06,
  'stalled from the start': 0.06,
  'nothing flows': 0.08,
};
