import { surelyOpensAt } from '../../physics/fuseOpening';
import type { SwitchingDevice } from '../../network/network';

/**
 * What opens on too much current (fuse, link, breaker, fused lead): for good where it is latched, else until it has
 * cooled.
 * @param sourceVolts - of a source in series with it
 */
export function overcurrentContact(
  a: number,
  b: number,
  ohms: number,
  ratingAmps: number,
  latched: boolean,
  sourceVolts = 0,
): Omit<SwitchingDevice, 'owner'> {
  const limitAmps = surelyOpensAt(ratingAmps);
  const overload = (volts: (node: number) => number, within: number) =>
    Math.abs(volts(a) - volts(b) - sourceVolts) / within / limitAmps;
  const carries = (volts: (node: number) => number, within: number) => overload(volts, within) < 1;
  return {
    role: 'element',
    a,
    b,
    ohms,
    ...(sourceVolts === 0 ? {} : { sourceVolts }),
    atRest: true,
    latched,
    overload,
    next: latched
      ? (closed, volts, _stands, within) => closed && carries(volts, within)
      : (closed, volts, _stands, within) => !closed || carries(volts, within),
  };
}
