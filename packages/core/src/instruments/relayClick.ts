import { partById } from '../circuit/terminals';
import { dropOutShare, pullInShare } from '../circuit/parts/relay';
import { defineInstrument, notApplicable } from './instrument';
import { judgedSteps } from './prediction';
import { nodeAt } from './targets';
import { withFlicker } from './testLamp';

/** How often a click is missed or taken from another relay. Judgement. */
const mistaken = 0.03;
/** How far relays differ in the volts at which they pull, as the standard deviation of the logarithm. */
const spread = 0.2;

/** A finger on a relay while what commands it is switched: whether it pulls. */
export const relayClick = defineInstrument({
  id: 'relay-click',
  name: 'relay felt',
  flag: 'feel here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'silent', name: 'Does not pull' },
      { id: 'pulls', name: 'Pulls' },
      { id: 'flickers', name: 'Buzzes' },
    ],
  },
  electrical: true,
  minutes: 0.3,
  targets: (circuit) =>
    circuit.parts.flatMap((part) => (part.kind === 'relay' && part.solidState !== true ? [part.id] : [])),
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `Feel ${partById(circuit, at).name}: does it pull as it is switched`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && !state.apart.includes(at),
  connect(context, at) {
    const part = partById(context.circuit, at);
    if (part.kind !== 'relay' || context.state.apart.includes(at))
      return notApplicable('It is out of its socket.');
    const { nominalVolts } = context.circuit;
    const pullsAt = Math.sqrt(pullInShare.usual * dropOutShare.high) * nominalVolts;
    return {
      probe: {
        kind: 'work',
        a: nodeAt(context, `${at}.coilFeed`),
        b: nodeAt(context, `${at}.coilCommand`),
        part: at,
        role: 'coil',
      },
      show(volts) {
        const chances = withFlicker(judgedSteps(Math.abs(volts), [pullsAt], spread));
        return {
          kind: 'outcomes',
          chances: chances.map((chance) => (1 - mistaken) * chance + mistaken / chances.length),
        };
      },
    };
  },
});
