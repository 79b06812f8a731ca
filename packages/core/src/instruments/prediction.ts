import { normalCdf } from '../statistics/normal';

/**
 * What an instrument would show, before it is read.
 *
 * Numbers live on a scale that makes an instrument's error even: `s = sign(x) · ln(1 + |x| / c)`, where `c` is the
 * value at which its absolute and its relative error weigh the same. An error of `a + b·|x|` is then `b` on `s`
 * everywhere, with `c = a / b`.
 */
export type Prediction =
  /** A number: mean and standard deviation on the scale, and the chance of "OL". */
  | { readonly kind: 'number'; readonly mean: number; readonly deviation: number; readonly overload: number }
  /** A high-impedance meter on a wire tied to nothing: any value, mostly low. */
  | { readonly kind: 'floating' }
  /** A chance for each of the instrument's outcomes. */
  | { readonly kind: 'outcomes'; readonly chances: readonly number[] }
  /** A reading that would mean nothing here, and why. */
  | { readonly kind: 'meaningless'; readonly why: string };

/** The scale of an instrument that shows numbers. */
export interface NumberScale {
  readonly unit: 'Ω' | 'V' | 'A';
  /** What stands before the unit in the field where it is typed: a bare number is in that. */
  readonly prefix?: 'm';
  /** Error in the unit: `absolute + relative · |value|`, one standard deviation. */
  readonly absolute: number;
  readonly relative: number;
  /** What can be entered, in the unit. */
  readonly least: number;
  readonly greatest: number;
  /** Whether "OL" is something that it shows. */
  readonly overload: boolean;
  /** Ranges, in the unit, that a probe on a wrong point mostly shows: nothing, or the supply. None when absent. */
  readonly elsewhere?: readonly (readonly [least: number, most: number])[];
}

export interface Outcome {
  readonly id: string;
  readonly name: string;
}

/** What an instrument shows: a number on a scale, or one of a few outcomes. */
export type Display =
  | { readonly kind: 'number'; readonly scale: NumberScale }
  | { readonly kind: 'outcomes'; readonly outcomes: readonly Outcome[] };

/** Volts below which a floating wire mostly seems to stand, and the most that it picks up. Judgement. */
export const floatingVolts = 15;

/** A value on the scale of even error. */
export function toScale({ absolute, relative }: NumberScale, value: number): number {
  return Math.sign(value) * Math.log1p((Math.abs(value) * relative) / absolute);
}

/** The value at a point of the scale. */
export function fromScale({ absolute, relative }: NumberScale, point: number): number {
  return (Math.sign(point) * Math.expm1(Math.abs(point)) * absolute) / relative;
}

/** Slips in what is watched or heard, as a share of those with a probe in the hand. Judgement. */
export const watchedSlips = 0.4;

/**
 * Chances of the steps of an ordered scale (dark, dim, bright) when a quantity is judged by eye.
 * @param thresholds - rising; one fewer than the steps
 * @param spread - how far people differ, as the standard deviation of the logarithm
 */
export function judgedSteps(
  quantity: number,
  thresholds: readonly number[],
  spread: number,
): readonly number[] {
  const size = quantity > 0 ? Math.log(quantity) : -Infinity;
  const chances: number[] = [];
  let above = 1;
  for (const threshold of thresholds) {
    const next = quantity > 0 ? normalCdf((size - Math.log(threshold)) / spread) : 0;
    chances.push(above - next);
    above = next;
  }
  chances.push(above);
  return chances;
}
