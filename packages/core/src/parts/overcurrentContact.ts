import { surelyOpensAt } from '../fuses/openingTime';
import type { SwitchingDevice } from '../solver/network';

/** What opens on too much current (fuse, link, breaker): for good where it is latched, else until it has cooled. */
export function overcurrentContact(
  a: number,
  b: number,
  ohms: number,
  ratingAmps: number,
  latched: boolean,
): Omit<SwitchingDevice, 'owner'> {
  const limitAmps = surelyOpensAt(ratingAmps);
  const carries = (volts: (node: number) => number) => Math.abs(volts(a) - volts(b)) / ohms < limitAmps;
  return {
    role: 'element',
    a,
    b,
    ohms,
    atRest: true,
    latched,
    next: latched
      ? (closed, volts) => closed && carries(volts)
      : (closed, volts) => !closed || carries(volts),
  };
}
