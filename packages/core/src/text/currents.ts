import type { Circuit } from '../circuit/circuit';
import { partById } from '../circuit/terminals';
import { formatQuantity } from '../instruments/formatQuantity';

/** What a current was measured with, and where. */
interface MeasuredCurrent {
  /** The fuse; null for all that the battery gives. */
  readonly fuse: string | null;
  readonly pulled: string | null;
  readonly by: 'clamp' | 'ammeter';
  readonly asleepMinutes: number | null;
}

/** What was measured: `Clamp at the battery, Fuse 9 pulled`. */
export function currentWhat(circuit: Circuit, { fuse, pulled, by, asleepMinutes }: MeasuredCurrent): string {
  const name = (id: string) => partById(circuit, id).name;
  const where = fuse === null ? 'at the battery' : `behind ${name(fuse)}`;
  const out = pulled === null ? '' : `, ${name(pulled)} pulled`;
  const slept = asleepMinutes === null ? '' : `, ${asleepMinutes} min asleep`;
  return `${by === 'clamp' ? 'Clamp' : 'Ammeter'} ${where}${out}${slept}`;
}

/** What was shown: `0.33 A`, `4.2 A at 12.6 V`. */
export function currentShown({
  amps,
  volts,
}: {
  readonly amps: number;
  readonly volts: number | null;
}): string {
  return `${formatQuantity(amps, 'A')}${volts === null ? '' : ` at ${formatQuantity(volts, 'V')}`}`;
}
