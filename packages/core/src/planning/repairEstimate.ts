import type { Circuit } from '../circuit/circuit';
import { partById, placeById } from '../circuit/terminals';
import { thingsOf } from '../faults/fault';
import { kindOf } from '../circuit/parts/partKinds';
import type { Worksite } from './work';
import { wayTo } from './work';

/** What a repair costs. */
export interface Repair {
  /** With the strips that are still on. */
  readonly minutes: number;
  readonly strips: readonly string[];
  /** Parts, in the workshop's money. */
  readonly money: number;
}

/** Minutes to cut out, join, seal and sleeve a wire, and to fit a part beyond unplugging the old one. Judgement. */
const wireMinutes = 15;
const partMinutes = 5;

/**
 * What repairing a suspect would cost from where the hands are: the way there, strips that are still on, the work. A wire
 * is mended where it is likely to be worn; where nothing tells, all along it must be reached: another is laid beside it.
 */
export function repairEstimate(circuit: Circuit, site: Worksite, suspect: string): Repair {
  return thingsOf(suspect).reduce<Repair>(
    (sum, id) => {
      const section = circuit.sections.find((each) => each.id === id);
      if (section !== undefined) {
        const worn = section.places.find((place) => (placeById(circuit, place)?.hazards.length ?? 0) > 0);
        const way = wayTo(circuit, site, worn === undefined ? section.places : [worn]);
        return {
          minutes: sum.minutes + way.minutes + wireMinutes,
          money: sum.money,
          strips: [...sum.strips, ...way.strips],
        };
      }
      const part = partById(circuit, id);
      const own = 2 * kindOf(part).removalMinutes + partMinutes;
      const way = wayTo(circuit, site, [part.place]);
      const minutes = sum.minutes + way.minutes + own;
      return { minutes, money: sum.money + (part.price ?? 0), strips: [...sum.strips, ...way.strips] };
    },
    { minutes: 0, money: 0, strips: [] },
  );
}
