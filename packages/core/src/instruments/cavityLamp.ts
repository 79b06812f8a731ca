import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { filamentOf } from '../circuit/parts/lamp';
import { filamentAmps } from '../physics/filament';
import { defineInstrument, notApplicable } from './instrument';
import { fuseTargets, nodeAt } from './targets';
import { lampChances, lampSteps } from './testLamp';

/** The limiter lamp in a fuse's cavity: it glows through a short, and through healthy loads as well. */
export const cavityLamp = defineInstrument({
  id: 'cavity-lamp',
  name: 'limiter lamp',
  flag: 'watch here',
  display: { kind: 'outcomes', outcomes: lampSteps },
  electrical: true,
  minutes: 0.1,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `Watch the lamp in ${partById(circuit, at).name}`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && cavityFill(state, at).kind === 'lamp',
  connect(context, at) {
    const fill = cavityFill(context.state, at);
    if (fill.kind !== 'lamp') return notApplicable('There is no lamp in this cavity.');
    const lamp = filamentOf(fill.watts, context.circuit.nominalVolts);
    return {
      probe: { kind: 'across', a: nodeAt(context, `${at}.feed`), b: nodeAt(context, `${at}.load`) },
      show: (across) => ({
        kind: 'outcomes',
        chances: lampChances((filamentAmps(lamp, across) * across) / fill.watts),
      }),
    };
  },
});
