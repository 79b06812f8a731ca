import type { FuseStyle } from './fuseColdResistance';
import { coldFuseOhms } from './fuseColdResistance';

/** How far fuses of one rating differ, as a share: one standard deviation stands for the table's ± 15 %. */
export const fuseOhmsSpread = 0.15;
/** What a meter with millivolts to one decimal resolves. */
export const resolvedVolts = 1e-4;
/** At its rating a fuse's element has so many times its cold ohms more. */
const warmShare = 0.4;

/** Ohms of a fuse's element between its test points while it carries a current: linear in (I / rating)². */
function warmFuseOhms(style: FuseStyle, ratingAmps: number, amps: number): number {
  return coldFuseOhms(style, ratingAmps) * (1 + warmShare * (amps / ratingAmps) ** 2);
}

/** Volts across a fuse's test points at a current. */
export function fuseVolts(style: FuseStyle, ratingAmps: number, amps: number): number {
  return amps * warmFuseOhms(style, ratingAmps, amps);
}

/** The current of a fuse from the volts across its test points, with its spread. */
export interface FuseCurrent {
  readonly amps: number;
  /** One standard deviation: the fuse's own spread and half the meter's last digit. */
  readonly deviation: number;
  /** The least current that the meter tells from nothing on this fuse. */
  readonly resolvedAmps: number;
}

/** Solves `volts = amps · ohms(amps)` by Newton; the warming makes it a cubic with one root. */
export function fuseCurrent(style: FuseStyle, ratingAmps: number, volts: number): FuseCurrent {
  const cold = coldFuseOhms(style, ratingAmps);
  const warming = warmShare / ratingAmps ** 2;
  const size = Math.abs(volts);
  let amps = size / cold;
  for (let round = 0; round < 60; round++) {
    const excess = cold * amps * (1 + warming * amps ** 2) - size;
    const step = excess / (cold * (1 + 3 * warming * amps ** 2));
    amps -= step;
    if (Math.abs(step) <= 1e-12 * (1 + amps)) break;
  }
  const resolvedAmps = resolvedVolts / cold;
  return {
    amps: Math.sign(volts) * amps,
    deviation: Math.hypot(fuseOhmsSpread * amps, resolvedAmps / 2),
    resolvedAmps,
  };
}
