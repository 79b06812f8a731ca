import type { Workshop } from '@grim-lantern/contract';
import { useAppSelector } from './store';

/** The workshop's currency, its rate per hour, and the price from which on a customer is asked. */
export function useWorkshopMoney(): Pick<Workshop, 'currency' | 'hourlyRate' | 'askFrom'> {
  return useAppSelector(({ workshop }) => (workshop.status === 'ready' ? workshop.workshop : usualMoney));
}

const usualMoney = { currency: 'EUR', hourlyRate: 60, askFrom: 50 };
