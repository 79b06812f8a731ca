import type { KeptOutbox } from '../../src/data/keptOutbox';
import { emptyOutbox } from '../../src/data/outbox';

/** A browser that keeps nothing over a reload. */
export const keepsNothing: KeptOutbox = {
  remembered: emptyOutbox,
  remember: () => Promise.resolve(),
  storedOf: () => Promise.resolve([]),
};
