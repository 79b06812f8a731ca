import type { Circuit } from '../../circuit/circuit';
import type { OperatingState } from '../../circuit/operatingState';
import { withCavity } from '../../circuit/operatingState';
import type { Fault } from '../../faults/fault';
import { fuseOhmsSpread, resolvedVolts } from '../../physics/fuseMillivolts';
import { predictOn } from '../../instruments/instrument';
import { instrumentById } from '../../instruments/instruments';
import type { Prediction } from '../../instruments/prediction';
import { fromScale } from '../../instruments/prediction';
import { normalDraw } from '../../statistics/normal';
import type { FusePart } from '../../circuit/parts/fuse';
import type { Solution } from '../../solver/solution';
import { solveTogether } from '../../solver/stateSolver';
import { clampDeviation } from './clampReadings';
import { surveyOrder } from './surveyOrder';

/** What a meter and a clamp show, fuse after fuse, on a vehicle with these faults. */
export interface SimulatedSurvey {
  /** Amps at the battery by the clamp. */
  readonly batteryAmps: number;
  /** Volts over each fuse, to the meter's last digit. */
  readonly fuses: readonly { readonly fuse: FusePart; readonly volts: number }[];
}

/**
 * A survey instrument's stand-in: it reads from the solver, with the instruments' noise.
 * @param pulled - the fuse that is out while it is taken; null for none
 */
export function simulatedSurvey(
  circuit: Circuit,
  state: OperatingState,
  faults: readonly Fault[],
  random: () => number,
  pulled: string | null = null,
): SimulatedSurvey {
  const standing = pulled === null ? state : withCavity(state, pulled, { kind: 'open' });
  const solution = solveTogether(circuit, standing, faults);
  const amps = batteryAmps(circuit, solution);
  const noise = clampDeviation(amps) * normalDraw(random);
  const fuses = surveyOrder(circuit, 'by place')
    .filter(({ id }) => id !== pulled)
    .map((fuse) => {
      const volts = voltsOf(predictOn(meter, { circuit, state: standing, solution }, fuse.id));
      // The fuse's own ohms are what they are; the last digit flickers by half of itself.
      const shown =
        volts * (1 + fuseOhmsSpread * normalDraw(random)) + (resolvedVolts / 2) * normalDraw(random);
      return { fuse, volts: Math.round(shown / resolvedVolts) * resolvedVolts };
    });
  return { batteryAmps: Math.max(0, amps + noise), fuses };
}

const meter = instrumentById('fuse-millivolts');

/** Volts in the middle of what a meter is predicted to show. */
function voltsOf(prediction: Prediction): number {
  if (prediction.kind !== 'number' || meter.display.kind !== 'number') return 0;
  return fromScale(meter.display.scale, prediction.mean);
}

/** Amps that leave the positive posts of a circuit's batteries. */
export function batteryAmps(circuit: Circuit, { sectionAmps }: Solution): number {
  const posts = new Set(
    circuit.parts.flatMap(({ id, kind }) => (kind === 'battery' ? [`${id}.+` as const] : [])),
  );
  return circuit.sections.reduce((sum, { id, from, to }) => {
    if (posts.has(from as never)) return sum + sectionAmps(id, 'from');
    return posts.has(to as never) ? sum - sectionAmps(id, 'to') : sum;
  }, 0);
}
