import type { Settings } from '@grim-lantern/contract';
import { useAppSelector } from './store';

/** What the owner has set for the workshop: its currency, prices and units; the usual ones until they have arrived. */
export function useSettings(): Omit<Settings, 'name'> {
  return useAppSelector(({ workshop }) => (workshop.status === 'ready' ? workshop.workshop : usual));
}

const usual = {
  currency: 'EUR',
  hourlyRate: 60,
  askFrom: 50,
  lengths: 'm',
  sizes: 'mm²',
  restLimitAmps: 0.05,
} as const;
