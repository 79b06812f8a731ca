import type { KeptOutbox } from '../src/store/keptOutbox';
import { emptyOutbox } from '../src/store/outbox';

/** A browser that keeps nothing over a reload. */
export const keepsNothing: KeptOutbox = {
  remembered: emptyOutbox,
  remember: () => Promise.resolve(),
  storedOf: () => Promise.resolve([]),
};
