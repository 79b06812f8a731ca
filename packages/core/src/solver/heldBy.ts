import type { Effect } from '../faults/effect';
import type { SwitchingDevice } from './network';

/** How an effect holds one of its part's switching devices: joined, parted, or not at all (null). */
export function heldBy(effect: Effect, { role, atRest }: Omit<SwitchingDevice, 'owner'>): boolean | null {
  if (effect.kind === 'hold') return effect.role === role ? effect.joined : null;
  return effect.kind === 'cut' && effect.atRest.includes(role) ? atRest : null;
}
