import { placeById } from '../circuit/terminals';
import { defineInstrument } from './instrument';
import { sharesAt } from './look';

/** How often moving the wiring where a fault lies makes it change: one that is always there, one that comes and goes. */
const steadyChanges = 0.1;
const movingChanges = 0.7;
/** How often something changes for another reason. All three: judgement. */
const falseAlarm = 0.01;

/** Moving the harness at a place while something is watched: it tells where a fault comes and goes. */
export const wiggle = defineInstrument({
  id: 'wiggle',
  name: 'harness moved',
  flag: 'move it here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'nothing', name: 'Nothing changes' },
      { id: 'changes', name: 'It comes or goes' },
    ],
  },
  electrical: false,
  minutes: 1.5,
  targets: (circuit) => circuit.places.map(({ id }) => id),
  place: (_circuit, at) => at,
  instruction: (circuit, at) =>
    `Move the harness at ${placeById(circuit, at)?.name ?? at} while the fault is watched`,
  mayPropose: () => true,
  connect({ circuit }, at) {
    return {
      probe: { kind: 'sight', chances: sharesAt(circuit, at, steadyChanges) },
      show: (here) => ({ kind: 'outcomes', chances: withAlarms(here) }),
    };
  },
  comingAndGoing(there) {
    const here = (there[1]! - falseAlarm) / (1 - falseAlarm) / steadyChanges;
    return withAlarms(Math.max(0, here) * movingChanges);
  },
});

function withAlarms(changes: number): readonly number[] {
  const seen = changes + (1 - changes) * falseAlarm;
  return [1 - seen, seen];
}
