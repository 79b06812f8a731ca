import { partRates } from './partRates';
import { overcurrentContact } from './overcurrentContact';
import type { PartCommon, PartKind } from './partKind';

/** A length of thin wire that melts, spliced into a main feed. Terminals `feed` and `load`. */
export interface FusibleLinkPart extends PartCommon {
  readonly kind: 'fusible link';
  readonly ratingAmps: number;
}

/** About what 15 cm of its wire have, ohms; judgement. */
const linkOhms = 0.002;

export const fusibleLinkKind: PartKind<FusibleLinkPart> = {
  removal: null,
  removalMinutes: 0,
  terminals: () => ['feed', 'load'],
  terminalLabel: (_part, terminal) => (terminal === 'feed' ? 'supply end' : 'load end'),
  failuresShow: true,
  failures: () => [
    {
      name: 'melted or corroded through',
      rate: partRates.linkMelted,
      hazard: 'open',
      effects: [{ kind: 'hold', role: 'element', joined: false }],
      stays: true,
    },
  ],
  stamp(part, { builder, node, state, unknowns }) {
    if (state.blown?.includes(part.id) === true) return;
    builder.switching(
      overcurrentContact(node('feed'), node('load'), linkOhms, part.ratingAmps, true, { unknowns }),
    );
  },
};
