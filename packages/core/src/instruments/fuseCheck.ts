import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { defineInstrument, notApplicable } from './instrument';
import { fuseTargets } from './targets';

/** Share of opened fuses that look whole, and of whole ones that are called blown. Judgement. */
const looksWhole = 0.05;
const calledBlown = 0.01;

/** A fuse looked at, or its two legs read: whether it is still whole. */
export const fuseCheck = defineInstrument({
  id: 'fuse-check',
  name: 'fuse looked at',
  flag: 'look here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'whole', name: 'Whole' },
      { id: 'blown', name: 'Blown' },
    ],
  },
  electrical: true,
  minutes: 0.3,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) =>
    `See whether ${partById(circuit, at).name} is whole: both legs, or pull it and look`,
  mayPropose: (_circuit, state, at) =>
    cavityFill(state, at).kind === 'fuse' && state.blown?.includes(at) !== true,
  connect(context, at) {
    if (cavityFill(context.state, at).kind !== 'fuse')
      return notApplicable('There is no fuse in this cavity.');
    return {
      probe: { kind: 'stands', part: at, role: 'element' },
      show(whole) {
        const blown = whole === 1 ? calledBlown : 1 - looksWhole;
        return { kind: 'outcomes', chances: [1 - blown, blown] };
      },
    };
  },
});
