import { coldFuseOhms } from '../fuses/coldResistance';
import type { FuseStyle } from '../fuses/coldResistance';
import { cavityFill } from '../circuit/operatingState';
import { filamentOf } from './lamp';
import { overcurrentContact } from './overcurrentContact';
import type { PartCommon, PartKind } from './partKind';

/** Terminals `feed` (the leg towards the supply) and `load`. */
export interface FusePart extends PartCommon {
  readonly kind: 'fuse';
  readonly style: FuseStyle;
  readonly ratingAmps: number;
  /** The centre that it sits in, and its number there. */
  readonly centre: string;
  readonly cavity: string;
}

/** The seat's two contacts, ohms together; judgement, a clean blade seat. */
const seatOhms = 0.001;

/** A fuse opens for good when the operating point settles above what it surely cannot carry for some seconds. */
export const fuseKind: PartKind<FusePart> = {
  removal: null,
  removalMinutes: 0.3,
  terminals: () => ['feed', 'load'],
  terminalLabel: (_part, terminal) => (terminal === 'feed' ? 'supply leg' : 'load leg'),
  failuresShow: false,
  failures: () => [
    {
      // Aged, or loose in its seat: nothing behind it is wrong.
      name: 'open by itself',
      rate: 0.3,
      hazard: 'open',
      effects: [{ kind: 'hold', role: 'element', joined: false }],
    },
  ],
  stamp(part, { builder, node, state, nominalVolts }) {
    const fill = cavityFill(state, part.id);
    if (fill.kind === 'open') return;
    if (fill.kind === 'lamp') {
      builder.filament('lamp', node('feed'), node('load'), filamentOf(fill.watts, nominalVolts));
      return;
    }
    const ohms = coldFuseOhms(part.style, part.ratingAmps) + seatOhms;
    builder.switching(overcurrentContact(node('feed'), node('load'), ohms, part.ratingAmps, true));
  },
};
