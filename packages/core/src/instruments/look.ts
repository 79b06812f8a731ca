import { placeById } from '../circuit/terminals';
import { sights } from '../faults/sights';
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
  lay({ circuit }, at) {
    const visibility = placeById(circuit, at)?.visibility ?? 0;
    const suspects = [...circuit.sections, ...circuit.parts].map(({ id }) => id);
    const chances = new Map(
      suspects.flatMap((id) => {
        const places = sights(circuit, id);
        return places.includes(at) ? [[id, visibility / places.length] as const] : [];
      }),
    );
    return {
      probe: { kind: 'sight', chances },
      show(here) {
        const seen = here + (1 - here) * falseAlarm;
        return { kind: 'outcomes', chances: [1 - seen, seen] };
      },
    };
  },
};
