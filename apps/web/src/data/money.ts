import type { Repair } from '@grim-lantern/core';

/** Money in whole units, with the currency's three letters: “EUR 75”. */
export function money(amount: number, currency: string): string {
  return `${currency} ${Math.round(amount).toLocaleString('en-GB')}`;
}

/** What minutes and parts cost at the workshop's rate per hour. */
export function costOf(
  { minutes, money: parts }: Pick<Repair, 'minutes' | 'money'>,
  hourlyRate: number,
): number {
  return (minutes * hourlyRate) / 60 + parts;
}
