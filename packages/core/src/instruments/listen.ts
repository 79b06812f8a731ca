import { partById } from '../circuit/terminals';
import { defineInstrument, notApplicable } from './instrument';
import { judgedSteps, watchedSlips } from './prediction';
import { loadTargets, nodeAt, watchedLoad } from './targets';

/** Share of its rated power below which a motor is not heard at all, and how widely ears differ. */
const heardFrom = 0.05;
const spread = 0.4;
/** Share of its work that a motor has lost when its straining is heard as often as it ever is, and how often that is. Judgement. */
const plainlyLost = 0.3;
const strainHeard = 0.75;
/** How often one that turns freely seems to strain. Judgement. */
const falseAlarm = 0.03;

/** A motor, listened to: one that drags, stalls or has lost turns hums and strains on volts that are good. */
export const listen = defineInstrument({
  id: 'listen',
  name: 'listen',
  flag: 'listen here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'silent', name: 'Silent' },
      { id: 'runs', name: 'Runs freely' },
      { id: 'strains', name: 'Strains or hums' },
    ],
  },
  electrical: true,
  minutes: 0.3,
  slips: watchedSlips,
  targets: (circuit) =>
    loadTargets(circuit).filter((at) => {
      const { part, shows } = watchedLoad(circuit, at);
      return partById(circuit, part).kind === 'motor' && shows !== 'not';
    }),
  // Heard from where one stands.
  place: () => undefined,
  instruction: (circuit, at) => `Listen to ${watchedLoad(circuit, at).name}: does it turn freely?`,
  mayPropose: (circuit, state, at) =>
    state.batteryConnected && !state.apart.includes(watchedLoad(circuit, at).part),
  // A motor that should be off tells nothing by being silent.
  worthAsking: (healthy) => healthy.kind === 'outcomes' && (healthy.chances[0] ?? 0) < 0.5,
  connect(context, at) {
    const { part, a, b, role, powerShare } = watchedLoad(context.circuit, at);
    if (context.state.apart.includes(part)) return notApplicable('It is unplugged.');
    return {
      probe: {
        kind: 'work',
        a: nodeAt(context, `${part}.${a}`),
        b: nodeAt(context, `${part}.${b}`),
        part,
        role,
      },
      show(working, volts) {
        const [unfed] = judgedSteps(powerShare(volts), [heardFrom], spread) as [number, number];
        const lost = volts === 0 ? 0 : 1 - (working / volts) ** 2;
        const heard = falseAlarm + (strainHeard - falseAlarm) * Math.min(1, lost / plainlyLost);
        const strains = (1 - unfed) * heard;
        // One that does none of its work and is not heard to hum is silent.
        const [still] = judgedSteps(powerShare(working), [heardFrom], spread) as [number, number];
        const rest = 1 - strains;
        return { kind: 'outcomes', chances: [rest * still, rest * (1 - still), strains] };
      },
    };
  },
});
