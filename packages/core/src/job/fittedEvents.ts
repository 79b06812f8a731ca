import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { restingState } from '../circuit/restingState';
import { terminalsOf } from '../circuit/terminals';
import { checkEvent } from './checkEvent';
import type { JobEvent } from './events';
import { standingEvents } from './standing';

/** A job's events as far as they fit its circuit. */
export interface FittedEvents {
  readonly fitting: readonly JobEvent[];
  /** At points that the circuit does not have, and nobody has said yet where those are in it, or that they are nowhere. */
  readonly misfits: readonly JobEvent[];
}

/**
 * The events of a job that went on with another revision of its circuit: their states are those of the new drawing, what
 * it has no point for stands aside. A reading that was said to be at another point of it since stands there in the place of the
 * one that was taken. A job on its first revision keeps its events as they are.
 */
export function fittedEvents(circuit: Circuit, events: readonly JobEvent[]): FittedEvents {
  const last = lastFollowed(events);
  if (last < 0) return { fitting: events, misfits: [] };
  const ends = new Map(
    standingEvents(events).flatMap(({ event, replaced }) => replaced.map(({ id }) => [id, event] as const)),
  );
  const left = new Set(
    events.flatMap((event) => (event.type === 'reading-withdrawn' ? [event.reading] : [])),
  );
  const moved = new Set<string>();
  const misfits: JobEvent[] = [];
  const before = events.slice(0, last).flatMap((event): readonly JobEvent[] => {
    const fitted = withFittedState(circuit, event);
    if (moved.has(event.id)) return [];
    if (fits(circuit, fitted)) return [fitted];
    const elsewhere = ends.get(event.id);
    if (elsewhere === undefined) {
      if (!left.has(event.id)) misfits.push(event);
      return [];
    }
    const placed = withFittedState(circuit, elsewhere);
    if (!fits(circuit, placed)) return [];
    moved.add(placed.id);
    return [placed];
  });
  return { fitting: [...before, ...events.slice(last).filter(({ id }) => !moved.has(id))], misfits };
}

const fits = (circuit: Circuit, event: JobEvent): boolean => checkEvent(circuit, event).length === 0;

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
export function fittedState(circuit: Circuit, state: OperatingState): OperatingState {
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
