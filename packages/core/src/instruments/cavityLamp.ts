import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { filamentOf } from '../parts/lamp';
import { filamentAmps } from '../solver/filament';
import type { Instrument } from './instrument';
import { fuseTargets, nodeAt } from './targets';
import { lampChances, lampSteps } from './testLamp';

/** The limiter lamp in a fuse's cavity: it glows through a short, and through healthy loads as well. */
export const cavityLamp: Instrument = {
  id: 'cavity-lamp',
  name: 'limiter lamp',
  display: { kind: 'outcomes', outcomes: lampSteps },
  electrical: true,
  minutes: 0.1,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `Watch the lamp in ${partById(circuit, at).name}`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && cavityFill(state, at).kind === 'lamp',
  predict(bench, at) {
    const fill = cavityFill(bench.state, at);
    if (fill.kind !== 'lamp') return { kind: 'meaningless', why: 'There is no lamp in this cavity.' };
    const across =
      bench.solution.volts(nodeAt(bench, `${at}.feed`)) - bench.solution.volts(nodeAt(bench, `${at}.load`));
    const watts = filamentAmps(filamentOf(fill.watts, bench.circuit.nominalVolts), across) * across;
    return { kind: 'outcomes', chances: lampChances(watts / fill.watts) };
  },
};
