/** A number with a decimal comma or a point, in the unit of its field; NaN for what is none, 0 for nothing. */
export function typedNumber(text: string): number {
  return Number(text.replace(',', '.'));
}
