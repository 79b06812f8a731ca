import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { fuseOhms } from '../circuit/parts/fuse';
import { defineInstrument, notApplicable } from './instrument';
import type { NumberScale } from './prediction';
import { toScale } from './prediction';
import { fuseTargets, nodeAt } from './targets';

/** A clamp's offset, and its share of the reading with what loads differ from their labels. Judgement. */
const scale: NumberScale = {
  unit: 'A',
  absolute: 0.03,
  relative: 0.1,
  least: -500,
  greatest: 500,
  overload: false,
  elsewhere: [[-0.1, 0.1]],
};

/** Amps by clamp at a fuse, or all that the battery gives. */
export const clampAmps = defineInstrument({
  id: 'clamp-amps',
  name: 'amps by clamp',
  flag: 'clamp here',
  display: { kind: 'number', scale },
  electrical: true,
  minutes: 0.6,
  targets: (circuit) => [
    ...circuit.parts.flatMap(({ id, kind }) => (kind === 'battery' ? [id] : [])),
    ...fuseTargets(circuit),
  ],
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) =>
    partById(circuit, at).kind === 'battery'
      ? 'Amps by clamp at the battery, all that it gives'
      : `Amps by clamp in the wire of ${partById(circuit, at).name}`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && cavityFill(state, at).kind === 'fuse',
  connect(context, at) {
    const part = partById(context.circuit, at);
    const show = (amps: number) =>
      ({ kind: 'number', mean: toScale(scale, amps), deviation: scale.relative, overload: 0 }) as const;
    if (part.kind === 'battery') {
      if (!context.state.batteryConnected) return notApplicable('The battery is disconnected.');
      return { probe: { kind: 'element amps', part: at, role: 'cells' }, show: (amps) => show(-amps) };
    }
    const fill = cavityFill(context.state, at).kind;
    if (part.kind !== 'fuse' || fill !== 'fuse') return notApplicable('There is no fuse in this cavity.');
    const ohms = fuseOhms(part);
    return {
      probe: {
        kind: 'work',
        a: nodeAt(context, `${at}.feed`),
        b: nodeAt(context, `${at}.load`),
        part: at,
        role: 'element',
        ohms,
      },
      // A fuse that has opened has the supply's volts over it and carries nothing.
      show: (across) => show(Math.abs(across) > 2 * part.ratingAmps * ohms ? 0 : across / ohms),
    };
  },
});
