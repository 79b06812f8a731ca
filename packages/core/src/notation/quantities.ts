import { areaOfGauge } from '../physics/wireGauge';

/** A number with its unit, as it stands in a diagram. */
export interface Quantity {
  readonly value: number;
  readonly unit: Unit;
  /** Written with `~`: assumed, not read from a diagram. */
  readonly assumed: boolean;
}

export type Unit = 'A' | 'V' | 'Ω' | 'W' | 'm' | 'mm²' | 'min' | 'times' | 'none';

interface UnitWord {
  readonly pattern: RegExp;
  readonly unit: Unit;
  readonly toBase: (value: number) => number;
}

const times = (factor: number) => (value: number) => (factor === 1 ? value : rounded(value * factor));
/** Floating-point dust off a converted figure. */
const rounded = (value: number) => Number(value.toPrecision(12));

/** What may stand behind a number. One foot is 0.3048 m. */
const unitWords: readonly UnitWord[] = [
  { pattern: /^(A|amps?)$/i, unit: 'A', toBase: times(1) },
  { pattern: /^mA$/i, unit: 'A', toBase: times(1e-3) },
  { pattern: /^(V|volts?)$/i, unit: 'V', toBase: times(1) },
  { pattern: /^(Ω|ohms?|R)$/i, unit: 'Ω', toBase: times(1) },
  { pattern: /^(k|kΩ|kohms?)$/i, unit: 'Ω', toBase: times(1e3) },
  { pattern: /^(M|MΩ|Mohms?)$/, unit: 'Ω', toBase: times(1e6) },
  { pattern: /^(mΩ|mohms?)$/, unit: 'Ω', toBase: times(1e-3) },
  { pattern: /^(W|watts?)$/i, unit: 'W', toBase: times(1) },
  { pattern: /^m(etres?|eters?)?$/, unit: 'm', toBase: times(1) },
  { pattern: /^cm$/i, unit: 'm', toBase: times(0.01) },
  { pattern: /^(ft|feet|foot)$/i, unit: 'm', toBase: times(0.3048) },
  { pattern: /^(mm²|mm2|sqmm)$/i, unit: 'mm²', toBase: times(1) },
  { pattern: /^(awg|ga|gauge)$/i, unit: 'mm²', toBase: areaOfGauge },
  { pattern: /^min(utes?)?$/i, unit: 'min', toBase: times(1) },
];

const joined = /^(~?)(\d+(?:[.,]\d+)?(?:e[-+]?\d+)?)(.*)$/iu;
/** `5/21W`, `5/21`: the watts of both filaments in one word. */
export const bothWatts = /^([\d.,]+)\/([\d.,]+)W?$/i;
/** `4k7`, `0R3`: the prefix stands where the decimal mark would. */
const infix = /^(~?)(\d+)([Rrk])(\d+)(?:Ω|ohms?)?$/u;

/** Whether a word can only be a unit. */
function unitOf(word: string): UnitWord | undefined {
  return unitWords.find(({ pattern }) => pattern.test(word));
}

/**
 * A quantity from one word, or from a number and the unit that follows it.
 * @param next - the word after it, where there is one
 * @returns null where the word is none; `words` says how many were taken
 */
export function readQuantity(
  word: string,
  next: string | undefined,
): { readonly quantity: Quantity; readonly words: 1 | 2 } | null {
  if (!/^[~\dx×]/iu.test(word)) return null;
  const count = /^[x×](\d+)$/iu.exec(word);
  if (count !== null) {
    return { quantity: { value: Number(count[1]), unit: 'times', assumed: false }, words: 1 };
  }
  const split = infix.exec(word);
  if (split !== null) {
    const [, mark, whole, prefix, rest] = split;
    const value = rounded(Number(`${whole}.${rest}`) * (prefix === 'k' ? 1000 : 1));
    return { quantity: { value, unit: 'Ω', assumed: mark === '~' }, words: 1 };
  }
  const match = joined.exec(word);
  if (match === null) return null;
  const [, mark = '', digits = '', rest = ''] = match;
  const value = Number(digits.replace(',', '.'));
  const assumed = mark === '~';
  if (rest === '') {
    const unit = next === undefined ? undefined : unitOf(next);
    if (unit === undefined) return { quantity: { value, unit: 'none', assumed }, words: 1 };
    return { quantity: { value: unit.toBase(value), unit: unit.unit, assumed }, words: 2 };
  }
  const unit = unitOf(rest);
  return unit === undefined
    ? null
    : { quantity: { value: unit.toBase(value), unit: unit.unit, assumed }, words: 1 };
}

/** A number with its unit, exactly; a `~` before what is assumed. */
export function writtenQuantity(value: number, unit: Exclude<Unit, 'none'>, assumed = false): string {
  const mark = assumed ? '~' : '';
  return unit === 'times' ? `x${value}` : `${mark}${value}${unit}`;
}
