import type { ReadingValue } from '../instruments/instrument';
import type { NumberScale } from '../instruments/prediction';

const steps = [
  { from: 1e6, prefix: 'M' },
  { from: 1e3, prefix: 'k' },
  { from: 1, prefix: '' },
  { from: 1e-3, prefix: 'm' },
] as const;

/** Three figures with an SI prefix: `4.7 kΩ`, `12.4 V`, `300 mΩ`, `0 V`. Below a thousandth, zero. */
export function formatQuantity(value: number, unit: NumberScale['unit']): string {
  const size = Math.abs(value);
  // Tenths of an ohm and of a volt are how the trade says them: 0.4 Ω, not 400 mΩ.
  const step = size >= 0.1 && size < 1 ? { from: 1, prefix: '' } : steps.find(({ from }) => size >= from);
  if (step === undefined) return `0 ${unit}`;
  return `${Number((value / step.from).toPrecision(3))} ${step.prefix}${unit}`;
}

/** A reading as it is shown in the ledger and on the map. */
export function formatReading(value: ReadingValue, unit: NumberScale['unit'] | null): string {
  if (value.kind === 'overload') return 'OL';
  if (value.kind === 'outcome') return value.outcome;
  return formatQuantity(value.value, unit ?? 'V');
}
