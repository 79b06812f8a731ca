import type { Circuit } from './circuit';
import type { OperatingState } from './operatingState';

/** Everything plugged in, every control at rest, every fuse whole. */
export function restingState(circuit: Circuit): OperatingState {
  return {
    controls: Object.fromEntries(
      circuit.controls.flatMap((control) =>
        control.positions[0] === undefined ? [] : [[control.id, control.positions[0].id]],
      ),
    ),
    batteryConnected: true,
    apart: [],
    cavities: {},
  };
}
