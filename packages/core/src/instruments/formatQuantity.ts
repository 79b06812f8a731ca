import type { ReadingValue } from './instrument';
import type { NumberScale } from './prediction';

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

/**
 * How the figures of one list are told, all in one unit, so that the eye compares them: `85 mA` beside `250 mA`, `0.085 A`
 * beside `4.2 A`.
 * @param values - those of the list, in the unit; what is not known may be among them as null
 */
export function inOneUnit(
  values: readonly (number | null)[],
  unit: NumberScale['unit'],
): (value: number) => string {
  const sizes = values.map((value) => Math.abs(value ?? 0)).filter((size) => size >= 1e-5);
  const small = sizes.some((size) => size < plainFrom[unit]);
  if (!small) return (value) => formatQuantity(value, unit);
  // Three figures of the largest; of the others as many places as the smallest needs to be seen.
  const inMilli = Math.max(...sizes) < 1;
  return (value) => {
    const scaled = inMilli ? value * 1e3 : value;
    const places = Math.abs(scaled) >= 100 ? 0 : inMilli ? 2 : 3;
    const shown = Number(Number(scaled.toPrecision(3)).toFixed(places));
    return `${shown} ${inMilli ? 'm' : ''}${unit}`;
  };
}

/**
 * A value with its spread, both in one unit and to the place of the spread's second figure: `0.50 ± 0.08 A`, `85 ± 4 mA`.
 * @param deviation - not negative
 */
export function formatSpread(value: number, deviation: number, unit: NumberScale['unit']): string {
  const larger = Math.max(Math.abs(value), deviation);
  const inMilli = larger < plainFrom[unit];
  const [one, other] = inMilli ? [value * 1e3, deviation * 1e3] : [value, deviation];
  // A spread that begins with 1 or 2 is told in two figures, else in one.
  const first = other > 0 ? Math.floor(Math.log10(other)) : -2;
  const leading = other / 10 ** first;
  const places = Math.min(3, Math.max(0, leading < 2.95 && other > 0 ? 1 - first : -first));
  return `${one.toFixed(places)} ± ${other.toFixed(places)} ${inMilli ? 'm' : ''}${unit}`;
}

/** A reading as it is shown in the ledger and on the map. */
export function formatReading(value: ReadingValue, unit: NumberScale['unit'] | null): string {
  if (value.kind === 'overload') return 'OL';
  if (value.kind === 'outcome') return value.outcome;
  return formatQuantity(value.value, unit ?? 'V');
}
