import type { Circuit } from '../circuit/circuit';
import { perCircuit } from '../circuit/perCircuit';
import { placeById } from '../circuit/terminals';
import { defineInstrument } from './instrument';
import { rateAt } from '../faults/hypotheses';
import { sightsBySuspect } from '../faults/sights';

/** Something that looks like damage but is not the cause: how often, per look. Judgement. */
const falseAlarm = 0.02;

/** Looking at the wiring where it passes a place. Seen damage is near proof; seeing none is little. */
export const look = defineInstrument({
  id: 'look',
  name: 'look',
  flag: 'look here',
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
  connect({ circuit }, at) {
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
});

/**
 * The chance of each suspect's fault to lie at a place, times what of it is met there: where a wire rubs, bends or gets
 * wet it lies sooner than at the wire's other places, as the prior has it.
 */
export function sharesAt(circuit: Circuit, at: string, met: number): ReadonlyMap<string, number> {
  const shares = sharesByPlace(circuit).get(at) ?? [];
  return new Map(shares.map(([suspect, share]) => [suspect, met * share]));
}

/** By place: the suspects whose fault may lie there, and how likely it then does. Of one suspect they sum to 1. */
const sharesByPlace = perCircuit((circuit): ReadonlyMap<string, readonly (readonly [string, number])[]> => {
  const rates = new Map(circuit.places.map(({ id }) => [id, rateAt(circuit, id)]));
  const shares = new Map<string, (readonly [string, number])[]>(circuit.places.map(({ id }) => [id, []]));
  for (const [suspect, places] of sightsBySuspect(circuit)) {
    const all = places.reduce((sum, place) => sum + rates.get(place)!, 0);
    for (const place of new Set(places)) shares.get(place)!.push([suspect, rates.get(place)! / all]);
  }
  return shares;
});
