import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { restingState } from '../circuit/restingState';
import { terminalsOf } from '../circuit/terminals';
import { checkEvent } from './checkEvent';
import type { JobEvent } from './events';

/** A job's events as far as they fit its circuit. */
export interface FittedEvents {
  readonly fitting: readonly JobEvent[];
  /** At points that the circuit does not have. */
  readonly misfits: readonly JobEvent[];
}

/**
 * The events of a job that went on with another revision of its circuit: their states are those of the new drawing, what
 * it has no point for stands aside. A job on its first revision keeps its events as they are.
 */
export function fittedEvents(circuit: Circuit, events: readonly JobEvent[]): FittedEvents {
  const last = lastFollowed(events);
  if (last < 0) return { fitting: events, misfits: [] };
  const before = events.slice(0, last).map((event) => withFittedState(circuit, event));
  const fits = before.map((event) => checkEvent(circuit, event).length === 0);
  return {
    fitting: [...before.filter((_event, i) => fits[i]), ...events.slice(last)],
    misfits: events.slice(0, last).filter((_event, i) => !fits[i]),
  };
}

/** The index of the event by which a job went on with the circuit that it is on; -1 where it is on its first. */
export function lastFollowed(events: readonly JobEvent[]): number {
  let last = events.length - 1;
  while (last >= 0 && events[last]!.type !== 'circuit-followed') last--;
  return last;
}

function withFittedState(circuit: Circuit, event: JobEvent): JobEvent {
  return 'state' in event ? { ...event, state: fittedState(circuit, event.state) } : event;
}

/** A state without what the circuit does not have, its new controls at rest. */
function fittedState(circuit: Circuit, state: OperatingState): OperatingState {
  const rest = restingState(circuit);
  const parts = new Set(circuit.parts.map(({ id }) => id));
  const terminals = new Set<string>(circuit.parts.flatMap(terminalsOf));
  const known = (list: readonly string[] | undefined) => list?.filter((id) => parts.has(id));
  const [renewed, blown] = [known(state.renewed), known(state.blown)];
  const leads = state.leads?.filter(
    ({ from, to }) =>
      terminals.has(to) && (from === 'own supply' || from === 'ground' || terminals.has(from)),
  );
  const controls = circuit.controls.map(({ id, positions }) => {
    const position = positions.find((each) => each.id === state.controls[id]);
    return [id, position?.id ?? rest.controls[id] ?? ''] as const;
  });
  return {
    controls: Object.fromEntries(controls),
    batteryConnected: state.batteryConnected,
    apart: known(state.apart) ?? [],
    cavities: Object.fromEntries(Object.entries(state.cavities).filter(([id]) => parts.has(id))),
    ...(leads === undefined ? {} : { leads }),
    ...(renewed === undefined ? {} : { renewed }),
    ...(blown === undefined ? {} : { blown }),
  };
}
