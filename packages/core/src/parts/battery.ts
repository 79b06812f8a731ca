import type { PartCommon, PartKind } from './partKind';

/** Terminals `+` and `-`. */
export interface BatteryPart extends PartCommon {
  readonly kind: 'battery';
  /** Open-circuit volts; 12.6 V at rest for a full 12 V battery. */
  readonly volts: number;
  /** Internal resistance with the posts and cables, about 0.02 Ω. */
  readonly internalOhms: number;
}

/** An ideal source behind its internal resistance; gone while the battery is disconnected. */
export const batteryKind: PartKind<BatteryPart> = {
  removal: null,
  removalMinutes: 0,
  terminals: () => ['+', '-'],
  terminalLabel: (_part, terminal) => (terminal === '+' ? 'positive post' : 'negative post'),
  failuresShow: false,
  failures: () => [],
  stamp(part, { builder, node, state }) {
    if (state.batteryConnected) builder.source('cells', node('+'), node('-'), part.volts, part.internalOhms);
  },
};
