import type { ReadingValue } from '../instruments/instrument';
import type { NumberScale } from '../instruments/prediction';

const steps = [
  { from: 1e6, prefix: 'M' },
  { from: 1e3, prefix: 'k' },
  { from: 1, prefix: '' },
  { from: 1e-3, prefix: 'm' },
] as const;

/** As the trade says them: 0.4 Ω and 0.05 Ω, not 400 mΩ; 0.4 V, but 50 mV. */
const plainFrom: Readonly<Record<NumberScale['unit'], number>> = { Ω: 0.01, V: 0.1, A: 0.1 };

/**
 * Three figures with an SI prefix: `4.7 kΩ`, `12.4 V`, `300 mΩ`, `0 V`. Below a thousandth in two places, as a meter's
 * millivolt range shows it: `0.64 mV`; below a hundredth of that, zero.
 */
export function formatQuantity(value: number, unit: NumberScale['unit']): string {
  const size = Math.abs(value);
  const step =
    size >= plainFrom[unit] && size < 1 ? { from: 1, prefix: '' } : steps.find(({ from }) => size >= from);
  if (step === undefined) return size < 1e-5 ? `0 ${unit}` : `${Number((value * 1e3).toFixed(2))} m${unit}`;
  return `${Number((value / step.from).toPrecision(3))} ${step.prefix}${unit}`;
}

/** A reading as it is shown in the ledger and on the map. */
export function formatReading(value: ReadingValue, unit: NumberScale['unit'] | null): string {
  if (value.kind === 'overload') return 'OL';
  if (value.kind === 'outcome') return value.outcome;
  return formatQuantity(value.value, unit ?? 'V');
}
