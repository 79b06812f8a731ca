import type { OperatingState } from '../../../src/circuit/operatingState';
import { withApart } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import type { Fault } from '../../../src/faults/fault';
import type { ReadingValue } from '../../../src/instruments/instrument';
import type { Test } from '../../../src/instruments/instruments';
import { instrumentById } from '../../../src/instruments/instruments';
import type { JobEvent } from '../../../src/job/events';
import type { RelayTerminal } from '../../../src/circuit/parts/relay';
import { commandStates, relayById, wholeState } from '../../../src/diagnostics/relays/commanded';
import { pinInstruments, pinState } from '../../../src/diagnostics/relays/socketVerdict';
import { createWorld } from '../../../src/session/world';
import type { Predictor } from '../../../src/inference/predictor';

const author = '00000000-0000-4000-8000-000000000001';
const at = '2026-11-25T08:00:00Z';

/** Every reading at a socket's pins, relay out and in, pulled and released, as the instruments show it with a fault. */
export function pinReadings(
  healthy: Predictor,
  relay: string,
  fault: Fault,
  random: () => number,
): readonly JobEvent[] {
  const { circuit } = healthy;
  const world = createWorld(circuit, [fault], random);
  const pins = Object.keys(relayById(circuit, relay).pins) as RelayTerminal[];
  const { pulled, released } = commandStates(healthy, relay, restingState(circuit).controls);
  const states = [pulled, released]
    .filter((each) => each !== null)
    .flatMap((controls) => [true, false].map((out) => withApart(wholeState(circuit, controls), relay, out)));
  const asked = states.flatMap((state) =>
    pins.flatMap((pin) =>
      pinInstruments.map((instrument) => ({
        test: { instrument, at: `${relay}.${pin}` },
        state: pinState(state, instrument),
      })),
    ),
  );
  return asked
    .filter(({ test, state }) => instrumentById(test.instrument).mayPropose(circuit, state, test.at))
    .map(({ test, state }, index) => event(test, state, world.read(state, test), index));
}

/** One reading as an event of a job. */
export function readingOf(
  { circuit }: Predictor,
  test: Test,
  state: OperatingState,
  fault: Fault,
  random: () => number,
  index: number,
): JobEvent {
  return event(test, state, createWorld(circuit, [fault], random).read(state, test), index);
}

function event(test: Test, state: OperatingState, value: ReadingValue, index: number): JobEvent {
  const id = `00000000-0000-4000-9000-${String(index).padStart(12, '0')}`;
  return { id, author, at, type: 'reading-taken', test, state, value, typed: '' };
}
