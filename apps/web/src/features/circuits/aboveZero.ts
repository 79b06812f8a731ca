import { typedNumber } from '../../ui/typedNumber';

/** A number above 0 as typed, with either decimal mark; anything else changes nothing. */
export function aboveZero(text: string, then: (value: number) => void): void {
  const value = typedNumber(text);
  if (value > 0) then(value);
}
