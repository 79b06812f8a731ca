import type { OperatingState } from '../circuit/operatingState';
import { cavityFill, standsAs } from '../circuit/operatingState';
import type { TakenReading } from '../inference/takenReading';

/** A fuse that was seen to blow, and the state in which it did. */
interface Blow {
  readonly fuse: string;
  readonly state: OperatingState;
}

function blowsSeen(readings: readonly Pick<TakenReading, 'test' | 'state' | 'value'>[]): readonly Blow[] {
  return readings.flatMap(({ test: { instrument, at }, state, value }) => {
    if (value.kind !== 'outcome') return [];
    const blew =
      (instrument === 'fresh-fuse' && value.outcome === 'blows') ||
      (instrument === 'fuse-check' && value.outcome === 'blown');
    return blew ? [{ fuse: at, state }] : [];
  });
}

/**
 * Tells which fuse, if any, a state would open again: it sits in its cavity with the controls as they were when it was seen
 * to blow, and nothing is apart now that was together then.
 */
export function blewBefore(
  readings: readonly Pick<TakenReading, 'test' | 'state' | 'value'>[],
): (state: OperatingState) => string | null {
  const seen = blowsSeen(readings);
  return (state) => {
    if (!state.batteryConnected) return null;
    const again = seen.find(
      ({ fuse, state: then }) =>
        cavityFill(state, fuse).kind === 'fuse' &&
        state.blown?.includes(fuse) !== true &&
        standsAs(state, then.controls) &&
        state.apart.every((part) => then.apart.includes(part)) &&
        Object.keys(state.cavities).every((other) => other === fuse || then.cavities[other] !== undefined) &&
        (state.renewed ?? []).every((part) => part === fuse || then.renewed?.includes(part) === true),
    );
    return again?.fuse ?? null;
  };
}
