import { colouredWire } from '../circuit/wireColour';
import { partIdOf } from '../circuit/terminalRef';
import { partById, sectionById, terminalName } from '../circuit/terminals';
import type { NumberScale } from './prediction';
import { toScale } from './prediction';
import { defineInstrument } from './instrument';
import { nodeAt } from './targets';

/** A millivolt range; a wire's length and size, and so its ohms, are known no better than this. Judgement. */
const scale: NumberScale = {
  unit: 'V',
  prefix: 'm',
  absolute: 0.0015,
  relative: 0.15,
  least: -60,
  greatest: 60,
  overload: false,
  elsewhere: [[-0.002, 0.002]],
};

/** Volts from one end of a wire to the other: what its current drops on it, and none beyond the place where it leaves. */
export const wireDrop = defineInstrument({
  id: 'wire-drop',
  name: 'millivolts along the wire',
  flag: 'both ends here',
  display: { kind: 'number', scale },
  electrical: true,
  minutes: 0.8,
  targets: (circuit) => circuit.sections.map(({ id }) => id),
  place: (circuit, at) => partById(circuit, partIdOf(sectionById(circuit, at).to)).place,
  otherPlace: (circuit, at) => partById(circuit, partIdOf(sectionById(circuit, at).from)).place,
  instruction(circuit, at) {
    const section = sectionById(circuit, at);
    const { from, to } = section;
    const [one, other] = [from, to].map((end) => terminalName(circuit, end));
    return `Millivolts along the ${colouredWire(section)}, ${one} to ${other}`;
  },
  mayPropose: (_circuit, state) => state.batteryConnected,
  feelsWhere: true,
  connect(context, at) {
    const { from, to } = sectionById(context.circuit, at);
    return {
      probe: { kind: 'port', node: nodeAt(context, from), against: nodeAt(context, to) },
      show: (volts, ohms) =>
        Number.isFinite(ohms)
          ? { kind: 'number', mean: toScale(scale, volts), deviation: scale.relative, overload: 0 }
          : { kind: 'floating' },
    };
  },
});
