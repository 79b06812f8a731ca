import { partRates } from './partRates';
import { overcurrentContact } from './overcurrentContact';
import type { PartCommon, PartKind } from './partKind';

/**
 * A self-resetting breaker, terminals `feed` and `load`: it opens on too much current and closes when it has cooled,
 * over and over. Behind a short it never comes to rest, and is reported as chattering.
 */
export interface BreakerPart extends PartCommon {
  readonly kind: 'breaker';
  readonly ratingAmps: number;
}

/** A sound one, ohms: a bimetal of tens of amps; judgement. */
const breakerOhms = 0.005;

export const breakerKind: PartKind<BreakerPart> = {
  removal: 'pull',
  removalMinutes: 0.3,
  terminals: () => ['feed', 'load'],
  terminalLabel: (_part, terminal) => (terminal === 'feed' ? 'supply leg' : 'load leg'),
  failuresShow: false,
  failures: () => [
    {
      name: 'never closes',
      rate: partRates.breakerOpen,
      hazard: 'open',
      effects: [{ kind: 'hold', role: 'element', joined: false }],
    },
  ],
  stamp(part, { builder, node }) {
    builder.switching(overcurrentContact(node('feed'), node('load'), breakerOhms, part.ratingAmps, false));
  },
};
