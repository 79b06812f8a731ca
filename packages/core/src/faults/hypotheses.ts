import type { Circuit, Section } from '../circuit/circuit';
import { placeById } from '../circuit/terminals';
import type { Fault } from './fault';
import type { FaultName } from './rates';
import { faultRates, hazardFactors, nothingWrongShare, solidOhmsGrid, wetOhmsGrid } from './rates';

/** Stands for the section of a hypothesis that names none. */
export const NOTHING_WRONG = 'nothing-wrong';

/** One state of the world: one fault with its figures settled, or none. */
export interface Hypothesis {
  /** The section that it accuses, or `nothing-wrong`. */
  readonly suspect: string;
  readonly name: FaultName | 'nothing wrong';
  readonly fault: Fault | null;
  readonly prior: number;
  /** Hypotheses that differ only in ohms share a family and stand next to each other, ohms rising. */
  readonly family: number;
}

/**
 * Everything that can be wrong, with prior chances that sum to 1: rate of the kind × metres × hazards of the
 * places passed, spread evenly over the ohms that stand for the kind.
 */
export function hypothesesOf(circuit: Circuit): readonly Hypothesis[] {
  const found: Hypothesis[] = [];
  let family = 0;
  const add = (
    suspect: string,
    name: Hypothesis['name'],
    weight: number,
    faults: readonly (Fault | null)[],
  ) => {
    for (const fault of faults) found.push({ suspect, name, fault, prior: weight / faults.length, family });
    family++;
  };
  for (const section of circuit.sections) {
    const exposed = (name: FaultName) => faultRates[name] * exposure(circuit, section, name);
    const shorts = (ohms: readonly number[]) =>
      ohms.map((each): Fault => ({
        kind: 'short to ground',
        section: section.id,
        ohms: each,
        position: 0.5,
      }));
    add(section.id, 'short to ground', exposed('short to ground'), shorts(solidOhmsGrid));
    add(section.id, 'wet path to ground', exposed('wet path to ground'), shorts(wetOhmsGrid));
    add(section.id, 'open', exposed('open'), [{ kind: 'open', section: section.id }]);
  }
  const total = found.reduce((sum, each) => sum + each.prior, 0);
  add(NOTHING_WRONG, 'nothing wrong', (total * nothingWrongShare) / (1 - nothingWrongShare), [null]);
  const whole = found.reduce((sum, each) => sum + each.prior, 0);
  return found.map((each) => ({ ...each, prior: each.prior / whole }));
}

/** Metres of a section, each counted as often as the hazards of its place make it. */
function exposure(circuit: Circuit, section: Section, name: FaultName): number {
  const factors = section.places.map((id) =>
    (placeById(circuit, id)?.hazards ?? []).reduce(
      (product, hazard) => product * hazardFactors[hazard][name],
      1,
    ),
  );
  const mean = factors.length === 0 ? 1 : factors.reduce((sum, each) => sum + each, 0) / factors.length;
  return section.lengthMetres * mean;
}
