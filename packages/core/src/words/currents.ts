import type { Circuit } from '../circuit/circuit';
import { partById } from '../circuit/terminals';
import type { CurrentReading } from '../job/foldJob';
import { formatQuantity } from '../units/formatQuantity';

/** What was measured: `Clamp at the battery, Fuse 9 pulled`. */
export function currentWhat(circuit: Circuit, { fuse, pulled, by, asleepMinutes }: CurrentReading): string {
  const name = (id: string) => partById(circuit, id).name;
  const where = fuse === null ? 'at the battery' : `behind ${name(fuse)}`;
  const out = pulled === null ? '' : `, ${name(pulled)} pulled`;
  const slept = asleepMinutes === null ? '' : `, ${asleepMinutes} min asleep`;
  return `${by === 'clamp' ? 'Clamp' : 'Ammeter'} ${where}${out}${slept}`;
}

/** What was shown: `0.33 A`, `4.2 A at 12.6 V`. */
export function currentShown({ amps, volts }: CurrentReading): string {
  return `${formatQuantity(amps, 'A')}${volts === null ? '' : ` at ${formatQuantity(volts, 'V')}`}`;
}
