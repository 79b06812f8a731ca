import type { Circuit } from '../circuit/circuit';
import { cavityFill } from '../circuit/operatingState';
import { partById, placeById } from '../circuit/terminals';
import { sightsBySuspect } from '../faults/sights';
import { openingBand, openingLogSeconds } from '../physics/fuseOpening';
import { fuseOhms } from '../circuit/parts/fuse';
import type { FusePart } from '../circuit/parts/fuse';
import { defineInstrument, notApplicable } from './instrument';
import { watchedSlips } from './prediction';
import { normalCdf } from '../statistics/normal';
import { fuseTargets, nodeAt } from './targets';

/** A fuse that opens within so many seconds blew at once; within so many, after minutes; else it holds. */
const atOnceSeconds = 20;
const minutesSeconds = 1800;
/** Shares of blown fuses said to have gone in the wet, behind wires that water reaches and behind dry ones. */
const wetShare = { wet: 0.3, dry: 0.02 };
/** Share said to have gone at random on a fault that is always there. All: judgement. */
const randomShare = 0.02;
/** The same on a fault that comes and goes, and how often such a fuse still holds. */
const comingRandomShare = 0.7;
const comingHolds = 0.3;

/**
 * What a fresh fuse of the labelled rating did, in the state that the vehicle was in: how it blew is told by the
 * current that it had. Evidence when it has happened; the plan never burns one.
 */
export const freshFuse = defineInstrument({
  id: 'fresh-fuse',
  name: 'fresh fuse',
  flag: 'fit here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'holds', name: 'Holds' },
      { id: 'blows', name: 'Blows at once' },
      { id: 'after-minutes', name: 'Blows after minutes' },
      { id: 'at-random', name: 'Blows now and then' },
      { id: 'in-the-wet', name: 'Blows in the wet' },
    ],
  },
  electrical: true,
  minutes: 0.5,
  slips: watchedSlips,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `A fresh fuse in ${partById(circuit, at).name}`,
  mayPropose: () => false,
  connect(context, at) {
    const part = partById(context.circuit, at);
    if (part.kind !== 'fuse' || cavityFill(context.state, at).kind !== 'fuse') {
      return notApplicable('There is no fuse in this cavity.');
    }
    return {
      probe: {
        kind: 'fuse load',
        fuse: at,
        a: nodeAt(context, `${at}.feed`),
        b: nodeAt(context, `${at}.load`),
        ohms: fuseOhms(part),
        ratingAmps: part.ratingAmps,
        wet: suspectsInTheWet(context.circuit),
      },
      show: (share, wet) => ({ kind: 'outcomes', chances: howItBlew(part, share, wet === 1) }),
    };
  },
  comingAndGoing([there = 0, ...blown]) {
    const blows = (1 - there) * (1 - comingHolds);
    const [, , , wet = 0] = blown;
    const inTheWet = blows * (wet / Math.max(1e-12, 1 - there));
    const rest = blows - inTheWet;
    const told = (rest * (1 - comingRandomShare)) / 2;
    return [1 - blows, told, told, rest * comingRandomShare, inTheWet];
  },
});

/** Chances of: holds, at once, after minutes, at random, in the wet; at a share of its rating. */
function howItBlew({ style }: FusePart, share: number, wet: boolean): readonly number[] {
  const within = (seconds: number) => {
    if (share === Infinity) return 1;
    const band = openingBand(style, share);
    if (band === null) return 0;
    const { mean, deviation } = openingLogSeconds(band);
    return normalCdf((Math.log(seconds) - mean) / deviation);
  };
  const [atOnce, inAll] = [within(atOnceSeconds), within(minutesSeconds)];
  const wetPart = wet ? wetShare.wet : wetShare.dry;
  const told = 1 - wetPart - randomShare;
  return [1 - inAll, atOnce * told, (inAll - atOnce) * told, inAll * randomShare, inAll * wetPart];
}

/** Suspects that lie where water gets to. */
function suspectsInTheWet(circuit: Circuit): ReadonlySet<string> {
  const wetPlace = (id: string) => placeById(circuit, id)?.hazards.includes('water') === true;
  return new Set(
    [...sightsBySuspect(circuit)].flatMap(([suspect, places]) => (places.some(wetPlace) ? [suspect] : [])),
  );
}
