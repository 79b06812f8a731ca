import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import type { Instrument } from './instrument';
import { laidInVain } from './instrument';
import { fuseTargets } from './targets';

/** What a fresh fuse of the labelled rating did. Evidence when it has happened; the plan never burns one. */
export const freshFuse: Instrument = {
  id: 'fresh-fuse',
  name: 'fresh fuse',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'holds', name: 'Holds' },
      { id: 'blows', name: 'Blows at once' },
    ],
  },
  electrical: true,
  minutes: 0.5,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `A fresh fuse in ${partById(circuit, at).name}`,
  mayPropose: () => false,
  lay({ state }, at) {
    if (cavityFill(state, at).kind !== 'fuse') return laidInVain('There is no fuse in this cavity.');
    return {
      probe: { kind: 'blown', fuse: at },
      show: (blows) => ({ kind: 'outcomes', chances: [1 - blows, blows] }),
    };
  },
};
