import type { Part } from './part';

/** The kinds of parts that do a work which can be noticed. */
export const loadKinds: ReadonlySet<Part['kind']> = new Set<Part['kind']>([
  'lamp',
  'two-filament lamp',
  'motor',
  'heater',
  'solenoid',
  'resistor',
]);
