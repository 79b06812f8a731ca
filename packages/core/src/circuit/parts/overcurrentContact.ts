import { surelyOpensAt } from '../../physics/fuseOpening';
import type { SwitchingDevice } from '../../network/network';
import { nearLimit } from '../../network/tolerances';
import type { Unknowns } from './partKind';

/** No two fuses of a rating open at the same current, and no two vehicles draw the same: as a multiple of the usual. */
const limitTimes: Readonly<Record<Unknowns, number>> = { usual: 1, low: 1 / nearLimit, high: nearLimit };

/**
 * What opens on too much current (fuse, link, breaker, fused lead): for good where it is latched, else until it has
 * cooled.
 * @param sourceVolts - of a source in series with it
 * @param unknowns - where in its range the current lies that opens a fuse
 */
export function overcurrentContact(
  a: number,
  b: number,
  ohms: number,
  ratingAmps: number,
  latched: boolean,
  { sourceVolts = 0, unknowns = 'usual' }: { sourceVolts?: number; unknowns?: Unknowns } = {},
): Omit<SwitchingDevice, 'owner'> {
  const limitAmps = surelyOpensAt(ratingAmps) * (latched ? limitTimes[unknowns] : 1);
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
