import { partRates } from './partRates';
import type { PartCommon, PartKind } from './partKind';

/** Terminals `1` and `2` at the ends of its track, `wiper` at `share` of it from `1`. */
export interface PotentiometerPart extends PartCommon {
  readonly kind: 'potentiometer';
  readonly ohms: number;
  /** Where the wiper stands, from 0 at terminal 1 to 1 at terminal 2. */
  readonly share: number;
}

/** The wiper never quite reaches an end: the least share of the track left there. Judgement. */
const endShare = 0.01;
export const potentiometerKind: PartKind<PotentiometerPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: () => ['1', '2', 'wiper'],
  terminalLabel: (_part, terminal) => (terminal === 'wiper' ? 'wiper' : `pin ${terminal}`),
  failuresShow: false,
  failures: () => [
    {
      name: 'track open below the wiper',
      rate: partRates.trackOpen,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'lower', atRest: [] }],
    },
    {
      name: 'track open above the wiper',
      rate: partRates.trackOpen,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'upper', atRest: [] }],
    },
  ],
  stamp(part, { builder, node }) {
    const share = Math.min(1 - endShare, Math.max(endShare, part.share));
    builder.resistor('lower', node('1'), node('wiper'), part.ohms * share);
    builder.resistor('upper', node('wiper'), node('2'), part.ohms * (1 - share));
  },
};
