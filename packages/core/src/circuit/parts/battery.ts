import type { PartFailure } from './effect';
import { partRates as rates } from './partRates';
import type { PartCommon, PartKind } from './partKind';

/** Terminals `+` and `-`. */
export interface BatteryPart extends PartCommon {
  readonly kind: 'battery';
  /** Open-circuit volts; 12.6 V at rest for a full 12 V battery. */
  readonly volts: number;
  /** Internal resistance with the posts and cables, about 0.02 Ω. */
  readonly internalOhms: number;
}

/** Ohms of a clean post with its clamp, taken off the internal resistance. Judgement. */
const postOhms = 0.0005;
/** Ohms that stand for a loose or furred clamp, or a cable rotten in its lug. */
const weakOhms: readonly number[] = [0.02, 0.1, 0.4, 2];
const posts = [
  ['+', 'positive'],
  ['-', 'negative'],
] as const;

/** An ideal source behind its internal resistance and its two posts; gone while the battery is disconnected. */
export const batteryKind: PartKind<BatteryPart> = {
  removal: null,
  removalMinutes: 0,
  terminals: () => ['+', '-'],
  terminalLabel: (_part, terminal) => (terminal === '+' ? 'positive post' : 'negative post'),
  failuresShow: true,
  failures: () =>
    posts.flatMap(([post, name]): readonly PartFailure[] => [
      {
        name: `${name} clamp or cable open`,
        rate: rates.postOpen,
        hazard: 'open',
        effects: [{ kind: 'cut', role: `post ${post}`, atRest: [] }],
      },
      {
        name: `${name} clamp or cable weak`,
        rate: rates.postWeak,
        hazard: 'wet path to ground',
        effects: weakOhms.map((ohms) => ({ kind: 'added', role: `post ${post}`, ohms })),
      },
    ]),
  stamp(part, { builder, node, state }) {
    if (!state.batteryConnected) return;
    const [high, low] = [builder.inside('cells +'), builder.inside('cells -')];
    builder.source('cells', high, low, part.volts, Math.max(postOhms, part.internalOhms - 2 * postOhms));
    builder.resistor('post +', high, node('+'), postOhms);
    builder.resistor('post -', low, node('-'), postOhms);
  },
};
