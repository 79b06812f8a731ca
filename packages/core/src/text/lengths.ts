import { readQuantity } from '../notation/quantities';
import { areaOfGauge, gaugeOfArea } from '../physics/wireGauge';

export const lengthUnits = ['m', 'ft'] as const;
export type LengthUnit = (typeof lengthUnits)[number];
export const sizeUnits = ['mm²', 'AWG'] as const;
export type SizeUnit = (typeof sizeUnits)[number];

/** International foot. */
const metresPerFoot = 0.3048;

/**
 * A length as one says it: to the decimetre or the half foot, short ones to 5 cm or the inch.
 * @param metres - 0 or more
 * @example lengthWords(1.234, 'm') // '1.2 m'
 */
export function lengthWords(metres: number, unit: LengthUnit): string {
  if (unit === 'm') {
    return metres < 1 ? `${Math.max(1, Math.round(metres * 20) * 5)} cm` : `${metres.toFixed(1)} m`;
  }
  const feet = metres / metresPerFoot;
  return feet < 3 ? `${Math.max(1, Math.round(feet * 12))} in` : `${Math.round(feet * 2) / 2} ft`;
}

/** A length as it stands in a field, without its unit. @param metres - 0 or more */
export function lengthFigure(metres: number, unit: LengthUnit): string {
  return String(unit === 'm' ? metres : Number((metres / metresPerFoot).toFixed(1)));
}

/** A wire's size as it stands in a field, without its unit: square millimetres, or the nearest gauge. @param areaMm2 - above 0 */
export function sizeFigure(areaMm2: number, unit: SizeUnit): string {
  if (unit === 'mm²') return String(areaMm2);
  const gauge = gaugeOfArea(areaMm2);
  return gauge > 0 ? String(gauge) : `${1 - gauge}/0`;
}

/** A length as typed: a number in the unit given, or with one of its own. @returns metres; null where it is none */
export function readLength(text: string, unit: LengthUnit): number | null {
  return readIn(text, 'm', unit);
}

/** A wire's size as typed: a number in the unit given, or with one of its own; `2/0` too. @returns mm²; null where it is none */
export function readSize(text: string, unit: SizeUnit): number | null {
  const aught = /^(\d)\/0$/.exec(text.trim());
  return aught === null ? readIn(text, 'mm²', unit) : areaOfGauge(1 - Number(aught[1]));
}

function readIn(text: string, dimension: 'm' | 'mm²', usual: LengthUnit | SizeUnit): number | null {
  const [word = '', next, ...more] = text.trim().split(/\s+/);
  const bare = readQuantity(word, next);
  const read = bare?.quantity.unit === 'none' && next === undefined ? readQuantity(word, usual) : bare;
  if (read === null || more.length > 0 || (read.words === 1 && next !== undefined)) return null;
  const { value, unit } = read.quantity;
  return unit === dimension && value > 0 ? value : null;
}
