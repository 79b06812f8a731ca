import { partRates } from './partRates';
import { coldFuseOhms } from '../../physics/fuseColdResistance';
import type { FuseStyle } from '../../physics/fuseColdResistance';
import { cavityFill } from '../operatingState';
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

/** Ohms of a leg that no longer grips. Judgement. */
const looseOhms: readonly number[] = [0.2, 1];
/** Ohms of a series ammeter with its leads on the 10 A range, and of a fused lead. Judgement. */
export const ammeterOhms = 0.02;
export const leadOhms = 0.03;
export const breakerOhms = 0.005;

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
      // Aged: nothing behind it is wrong.
      name: 'open by itself',
      rate: partRates.fuseAged,
      hazard: 'open',
      effects: [{ kind: 'hold', role: 'element', joined: false }],
      stays: true,
    },
    {
      name: 'loose in its seat',
      rate: partRates.fuseLoose,
      hazard: 'open',
      effects: looseOhms.map((ohms) => ({ kind: 'added', role: 'element', ohms, inPlug: true })),
    },
  ],
  stamp(part, { builder, node, state, nominalVolts, unknowns }) {
    const fill = cavityFill(state, part.id);
    const [feed, load] = [node('feed'), node('load')];
    switch (fill.kind) {
      case 'open':
        return;
      case 'lamp':
        builder.filament('lamp', feed, load, filamentOf(fill.watts, nominalVolts));
        return;
      case 'breaker':
        builder.switching(inItsPlace(overcurrentContact(feed, load, breakerOhms, fill.amps, false)));
        return;
      case 'ammeter':
      case 'jumper': {
        const ohms = fill.kind === 'ammeter' ? ammeterOhms : leadOhms;
        builder.switching(inItsPlace(overcurrentContact(feed, load, ohms, fill.amps, true)));
        return;
      }
      case 'fuse':
        if (state.blown?.includes(part.id) === true) return;
        builder.switching(
          overcurrentContact(feed, load, fuseOhms(part), part.ratingAmps, true, { unknowns }),
        );
    }
  },
};

/** What stands in for the fuse has none of the fuse's own failures. */
function inItsPlace<T extends { readonly role: string }>(device: T): T {
  return { ...device, role: 'stand-in' };
}

/** Ohms of a fuse with its seat, cold. */
export function fuseOhms({ style, ratingAmps }: Pick<FusePart, 'style' | 'ratingAmps'>): number {
  return coldFuseOhms(style, ratingAmps) + seatOhms;
}
