/** A number with a decimal comma or a point; NaN for what is none, 0 for nothing. */
export function typedNumber(text: string): number {
  return Number(text.replace(',', '.'));
}
