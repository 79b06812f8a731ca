import type { ReadingValue } from './instrument';
import type { NumberScale } from './prediction';

export type ParsedReading =
  | { readonly status: 'read'; readonly value: ReadingValue }
  /** One clear sentence: what was expected, and what came. */
  | { readonly status: 'refused'; readonly why: string };

const longest = 24;
/** A unit in words, and what is typed in it: the simplest, and what else may be. */
interface UnitWords {
  readonly name: string;
  readonly example: string;
  readonly also: string;
}
const unitWords: Readonly<Record<NumberScale['unit'], UnitWords & { readonly starts: RegExp }>> = {
  Ω: { name: 'ohms', example: '0.4', also: ', 4k7 or OL', starts: /^[Ωor]/i },
  V: { name: 'volts', example: '12.4', also: '', starts: /^v/i },
  A: { name: 'amps', example: '0.25', also: '', starts: /^a/i },
};
const prefixes: Readonly<Record<string, number>> = {
  µ: 1e-6,
  μ: 1e-6,
  u: 1e-6,
  m: 1e-3,
  '': 1,
  k: 1e3,
  K: 1e3,
  M: 1e6,
};
const overloadWords = /^(o\.?l\.?|open|∞|inf)$/i;
const number =
  /^([-+]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[-+]?\d{1,3})?)\s*([µμumkKM]?)\s*(Ω|ohms?|r|v|volts?|a|amps?)?$/i;
/** `4k7`, `0R3`, `2M2`: the prefix stands where the decimal mark would. */
const infix = /^(\d+)([RrkKM])(\d+)\s*(Ω|ohms?)?$/;

/**
 * Understands a number as a technician types it: `12.4`, `12,4 V`, `0.3m`, `4k7`, `OL`.
 * A comma is a decimal mark when there is only one and no full stop.
 */
export function parseReading(typed: string, scale: NumberScale): ParsedReading {
  const { name, example, also } = fieldWords(scale);
  const expected = `${name}, such as ${example}${also}`;
  const refused = (came: string): ParsedReading => ({
    status: 'refused',
    why: `Reading: expected ${expected}; ${came}.`,
  });
  const text = typed.trim();
  if (text === '') return refused('nothing was entered');
  if (text.length > longest) return refused(`got ${typed.length} characters`);
  if (overloadWords.test(text)) {
    return scale.overload
      ? { status: 'read', value: { kind: 'overload' } }
      : refused('OL is not something this instrument shows');
  }
  const plain = text.includes('.') ? text : text.replace(/^([^,]*),([^,]*)$/, '$1.$2');
  const value = plainValue(plain, scale.unit);
  if (value === null) return refused(`got “${text}”`);
  if (!(value >= scale.least && value <= scale.greatest)) {
    const range = `${scale.least} to ${scale.greatest === 5e7 ? '50 M' : scale.greatest} ${scale.unit}`;
    return refused(`this instrument reads ${range}${scale.overload ? ', OL above' : ''}, got “${text}”`);
  }
  // Minus zero is zero.
  return { status: 'read', value: { kind: 'number', value: value === 0 ? 0 : value } };
}

/** The unit that stands in the field of a reading: `mV`, `Ω`. */
export const fieldUnit = ({ prefix, unit }: NumberScale): string => `${prefix ?? ''}${unit}`;

/** The unit that stands in the field of a reading, in words, with an example of what is typed there. */
export function fieldWords(scale: NumberScale): UnitWords {
  const { prefix, unit } = scale;
  if (prefix === undefined) return unitWords[unit];
  return { name: `milli${unitWords[unit].name}`, example: '24', also: ` ${fieldUnit(scale)}` };
}

/** What was typed into a field, with its unit where that is another than a bare number is read in: `24` is `24 mV`. */
export function withFieldUnit(typed: string, scale: NumberScale): string {
  const text = typed.trim();
  return scale.prefix !== undefined && /^[-+]?[\d.,]+$/.test(text) ? `${text} ${fieldUnit(scale)}` : text;
}

function plainValue(text: string, unit: NumberScale['unit']): number | null {
  const split = infix.exec(text);
  if (split !== null) {
    if (unit !== 'Ω') return null;
    const [, whole = '', mark = '', rest = ''] = split;
    return Number(`${whole}.${rest}`) * (/r/i.test(mark) ? 1 : (prefixes[mark] ?? 1));
  }
  const match = number.exec(text);
  if (match === null) return null;
  const [, digits = '', prefix = '', named = ''] = match;
  if (named !== '' && !unitWords[unit].starts.test(named)) return null;
  const factor = prefixes[prefix];
  return factor === undefined ? null : Number(digits) * factor;
}
