import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { ammeterOhms } from '../circuit/parts/fuse';
import { defineInstrument, notApplicable } from './instrument';
import type { NumberScale } from './prediction';
import { toScale } from './prediction';
import { fuseTargets, nodeAt } from './targets';

/** A hand meter on its 10 A range. */
const scale: NumberScale = {
  unit: 'A',
  absolute: 0.01,
  relative: 0.03,
  least: -100,
  greatest: 100,
  overload: false,
  elsewhere: [[-0.1, 0.1]],
};

/** A series ammeter in a fuse's cavity: it has ohms and a fuse of its own, and reads nothing once that has opened. */
export const ammeter = defineInstrument({
  id: 'ammeter',
  name: 'series amps',
  flag: 'read here',
  display: { kind: 'number', scale },
  electrical: true,
  minutes: 0.4,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `Amps through the meter in ${partById(circuit, at).name}`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && cavityFill(state, at).kind === 'ammeter',
  connect(context, at) {
    const fill = cavityFill(context.state, at);
    if (fill.kind !== 'ammeter') return notApplicable('There is no ammeter in this cavity.');
    const most = 2 * fill.amps;
    return {
      probe: { kind: 'across', a: nodeAt(context, `${at}.feed`), b: nodeAt(context, `${at}.load`) },
      show(across) {
        const amps = across / ammeterOhms;
        const read = Math.abs(amps) > most ? 0 : amps;
        return { kind: 'number', mean: toScale(scale, read), deviation: scale.relative, overload: 0 };
      },
    };
  },
});
