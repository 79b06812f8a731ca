import type { Effect } from '../circuit/parts/effect';
import type { SwitchingDevice } from '../network/network';

type Device = Omit<SwitchingDevice, 'owner'>;

/** A contact of the opposite type: closed while the one that belongs there would be open. */
export function inverted<D extends Device>(device: D): D {
  const { next } = device;
  return { ...device, atRest: !device.atRest, next: (joined, ...around) => !next(!joined, ...around) };
}

/** A diode the other way round: what it sees at its anode is what its cathode should see. */
export function turned<D extends Device>(device: D): D {
  const { a, b, next } = device;
  const mirrored = (volts: (node: number) => number) => (node: number) =>
    volts(node === a ? b : node === b ? a : node);
  return {
    ...device,
    a: b,
    b: a,
    next: (joined, volts, stands, ohms) => next(joined, mirrored(volts), stands, ohms),
  };
}

/** How an effect holds one of its part's switching devices: joined, parted, or not at all (null). */
export function stuckState(effect: Effect, { role, atRest }: Device): boolean | null {
  if (effect.kind === 'hold') {
    return effect.role === role || effect.others?.includes(role) === true ? effect.joined : null;
  }
  return effect.kind === 'cut' && effect.atRest.includes(role) ? atRest : null;
}
