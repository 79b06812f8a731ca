import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { fuseOhmsSpread, fuseVolts, resolvedVolts } from '../physics/fuseMillivolts';
import { fuseOhms } from '../circuit/parts/fuse';
import { defineInstrument, notApplicable } from './instrument';
import type { NumberScale } from './prediction';
import { toScale } from './prediction';
import { fuseTargets, nodeAt } from './targets';

const scale: NumberScale = {
  unit: 'V',
  prefix: 'm',
  absolute: resolvedVolts,
  relative: fuseOhmsSpread,
  least: -60,
  greatest: 60,
  overload: false,
  elsewhere: [[-0.0001, 0.0001]],
};

/** Millivolts over a seated fuse, on the test points of its back: the current in it, without pulling anything. */
export const fuseMillivolts = defineInstrument({
  id: 'fuse-millivolts',
  name: 'millivolts over the fuse',
  flag: 'probe here',
  display: { kind: 'number', scale },
  electrical: true,
  minutes: 0.3,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `Millivolts over ${partById(circuit, at).name}, on its two test points`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && cavityFill(state, at).kind === 'fuse',
  connect(context, at) {
    const part = partById(context.circuit, at);
    if (part.kind !== 'fuse' || cavityFill(context.state, at).kind !== 'fuse') {
      return notApplicable('There is no fuse in this cavity.');
    }
    const { style, ratingAmps } = part;
    const ohms = fuseOhms(part);
    const open = 2 * ratingAmps * ohms;
    return {
      // The test points are the element's own ends: what a loose seat drops is not between them.
      probe: {
        kind: 'work',
        a: nodeAt(context, `${at}.feed`),
        b: nodeAt(context, `${at}.load`),
        part: at,
        role: 'element',
        ohms,
      },
      show(across) {
        // An open fuse has the supply's volts across it, far above what any current through a whole one gives.
        if (Math.abs(across) > open) {
          return { kind: 'number', mean: toScale(scale, across), deviation: scale.relative, overload: 0 };
        }
        const volts = fuseVolts(style, ratingAmps, across / ohms);
        return { kind: 'number', mean: toScale(scale, volts), deviation: scale.relative, overload: 0 };
      },
    };
  },
});
