import { useAppSelector } from '../store/store';

/** The workshop's rate per hour, and the price from which on a customer is asked. */
export function useWorkshopMoney(): { readonly hourlyRate: number; readonly askFrom: number } {
  return useAppSelector(({ workshop }) => (workshop.status === 'ready' ? workshop.workshop : usualMoney));
}

const usualMoney = { hourlyRate: 60, askFrom: 50 };
