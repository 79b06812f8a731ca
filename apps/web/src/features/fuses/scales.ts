import type { NumberScale } from '@grim-lantern/core';

/** What a clamp or a series ammeter can be entered as. */
export const ampsScale: NumberScale = {
  unit: 'A',
  absolute: 0.005,
  relative: 0.02,
  least: -2000,
  greatest: 2000,
  overload: false,
};

/** Volts at a load while its current is read. */
export const voltsScale: NumberScale = {
  unit: 'V',
  absolute: 0.02,
  relative: 0.005,
  least: 0,
  greatest: 60,
  overload: false,
};
