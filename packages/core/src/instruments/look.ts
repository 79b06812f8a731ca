import type { Circuit } from '../circuit/circuit';
import { placeById } from '../circuit/terminals';
import { sightsBySuspect } from '../faults/sights';
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
    const chances = sharesAt(circuit, at, placeById(circuit, at)?.visibility ?? 0);
    return {
      probe: { kind: 'sight', chances },
      show(here) {
        const seen = here + (1 - here) * falseAlarm;
        return { kind: 'outcomes', chances: [1 - seen, seen] };
      },
    };
  },
  // Damage shows whether it touches at the moment or not.
  comingAndGoing: (there) => there,
};

/** The chance of each suspect's fault to lie at a place, times what of it is met there. */
export function sharesAt(circuit: Circuit, at: string, met: number): ReadonlyMap<string, number> {
  return new Map(
    [...sightsBySuspect(circuit)].flatMap(([suspect, places]) =>
      places.includes(at) ? [[suspect, met / places.length] as const] : [],
    ),
  );
}
