import type { Workshop } from '@grim-lantern/contract';
import { useAppSelector } from './store';

/** What the workshop shows and types lengths and sizes of wires in. */
export function useUnits(): Pick<Workshop, 'lengths' | 'sizes'> {
  return useAppSelector(({ workshop }) => (workshop.status === 'ready' ? workshop.workshop : usualUnits));
}

const usualUnits = { lengths: 'm', sizes: 'mm²' } as const;
