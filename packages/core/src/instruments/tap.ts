import { partById } from '../circuit/terminals';
import { defineInstrument } from './instrument';
import { inWithin } from './probe';

/** How often tapping or warming a relay that sticks makes it move, and how often something changes anyway. Judgement. */
const stuckMoves = 0.4;
const burntMoves = 0.15;
const falseAlarm = 0.02;

/** Tapping a relay, or warming it by hand, while what it feeds is watched: a contact that sticks may let go or close. */
export const tap = defineInstrument({
  id: 'tap',
  name: 'relay tapped',
  flag: 'tap here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'nothing', name: 'Nothing changes' },
      { id: 'changes', name: 'It comes or goes' },
    ],
  },
  electrical: false,
  minutes: 0.5,
  targets: (circuit) => circuit.parts.flatMap(({ id, kind }) => (kind === 'relay' ? [id] : [])),
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) =>
    `Tap ${partById(circuit, at).name} with a handle while what it feeds is watched`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && !state.apart.includes(at),
  connect(_setting, at) {
    return {
      probe: { kind: 'within', part: at },
      show(found) {
        const moves = found === inWithin.stuck ? stuckMoves : found === inWithin.burnt ? burntMoves : 0;
        const seen = moves + (1 - moves) * falseAlarm;
        return { kind: 'outcomes', chances: [1 - seen, seen] };
      },
    };
  },
});
