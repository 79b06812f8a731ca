import type { Repair } from '@grim-lantern/core';

/** Money in whole units of the workshop's currency. */
export function money(amount: number): string {
  return String(Math.round(amount));
}

/** What minutes and parts cost at the workshop's rate per hour. */
export function costOf(
  { minutes, money: parts }: Pick<Repair, 'minutes' | 'money'>,
  hourlyRate: number,
): number {
  return (minutes * hourlyRate) / 60 + parts;
}
