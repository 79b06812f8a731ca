import { placeById } from '../circuit/terminals';
import type { Instrument } from './instrument';

/** Something that looks like damage but is not the cause: how often, per look. Judgement. */
const falseAlarm = 0.02;

/** Looking at the wiring where it passes a place. Seen damage is near proof; seeing none is little. */
export const look: Instrument = {
  id: 'look',
  name: 'look',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'nothing', name: 'Nothing seen' },
      { id: 'damage', name: 'Damage seen' },
    ],
  },
  electrical: false,
  minutes: 1,
  targets: (circuit) => circuit.places.map(({ id }) => id),
  place: (_circuit, at) => at,
  instruction: (circuit, at) => `Look at the wiring at ${placeById(circuit, at)?.name ?? at}`,
  mayPropose: () => true,
  predict({ circuit, solution }, at) {
    const section = circuit.sections.find(({ id }) => id === solution.fault?.section);
    const passes = section !== undefined && section.places.includes(at);
    const here = passes ? (placeById(circuit, at)?.visibility ?? 0) / section.places.length : 0;
    const seen = here + (1 - here) * falseAlarm;
    return { kind: 'outcomes', chances: [1 - seen, seen] };
  },
};
