import type { Circuit, CircuitFlaw } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { terminalsOf } from '../circuit/terminals';
import { thingsOf } from '../faults/fault';
import { NOTHING_WRONG } from '../faults/hypotheses';
import type { ReadingValue } from '../instruments/instrument';
import type { InstrumentId, Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import { loadTargets } from '../instruments/targets';
import { kindOf } from '../circuit/parts/partKinds';
import type { JobEvent } from './events';

/** What in an event does not fit the circuit of its job: unknown points, positions, parts, outcomes. */
export function checkEvent(circuit: Circuit, event: JobEvent): readonly CircuitFlaw[] {
  switch (event.type) {
    case 'reading-taken':
      return [
        ...checkTest(circuit, event.test),
        ...checkState(circuit, event.state),
        ...checkValue(event.test.instrument, event.value),
      ];
    case 'state-set':
      return checkState(circuit, event.state);
    case 'point-refused':
    case 'point-allowed':
      return isPoint(circuit, event.point) ? [] : [unknown('point', 'a point or a place', event.point)];
    case 'cause-found': {
      const known =
        event.suspect === NOTHING_WRONG ||
        thingsOf(event.suspect).every((thing) =>
          [...circuit.sections, ...circuit.parts].some(({ id }) => id === thing),
        );
      return known ? [] : [unknown('suspect', 'a section or a part', event.suspect)];
    }
    case 'checklist-skipped':
      return circuit.parts.some(({ id, kind }) => id === event.module && kind === 'module')
        ? []
        : [unknown('module', 'a module', event.module)];
    case 'strip-refitted':
      return circuit.strips.some(({ id }) => id === event.strip)
        ? []
        : [unknown('strip', 'a strip', event.strip)];
    case 'customer-asked':
      return (event.places ?? []).flatMap((id, i) =>
        circuit.places.some((each) => each.id === id) ? [] : [unknown(`places.${i}`, 'a place', id)],
      );
    case 'current-read':
      return [
        ...checkState(circuit, event.state),
        ...(['fuse', 'pulled'] as const).flatMap((field) => {
          const id = event[field];
          return id === null || circuit.parts.some((part) => part.id === id && part.kind === 'fuse')
            ? []
            : [unknown(field, 'a fuse', id)];
        }),
      ];
    case 'complaint-set':
    case 'circuit-followed':
    case 'reading-withdrawn':
    case 'customer-answered':
    case 'repair-done':
    case 'job-closed':
    case 'job-reopened':
      return [];
  }
}

/** The earlier reading that an event withdraws or corrects, and the field that names it; null where it names none. */
export function earlierReading(event: JobEvent): { readonly field: string; readonly id: string } | null {
  if (event.type === 'reading-withdrawn') return { field: 'reading', id: event.reading };
  if (event.type !== 'reading-taken' || event.corrects === undefined) return null;
  return { field: 'corrects', id: event.corrects };
}

function unknown(path: string, expected: string, got: string): CircuitFlaw {
  return { path, message: `Expected ${expected} of this job's circuit: got “${got}”.` };
}

function isPoint(circuit: Circuit, point: string): boolean {
  const terminals = circuit.parts.some((part) =>
    kindOf(part)
      .terminals(part)
      .some((terminal) => `${part.id}.${terminal}` === point),
  );
  const ends = circuit.sections.some(({ id }) => point === `${id}@from` || point === `${id}@to`);
  return (
    terminals ||
    ends ||
    circuit.places.some(({ id }) => id === point) ||
    loadTargets(circuit).includes(point) ||
    circuit.parts.some(({ id }) => id === point)
  );
}

function checkTest(circuit: Circuit, { instrument, at }: Test): readonly CircuitFlaw[] {
  const { name, targets } = instrumentById(instrument);
  return targets(circuit).includes(at) ? [] : [unknown('test.at', `a point for “${name}”`, at)];
}

function checkValue(instrument: InstrumentId, value: ReadingValue): readonly CircuitFlaw[] {
  const { display, name } = instrumentById(instrument);
  if (display.kind === 'outcomes') {
    const names = display.outcomes.map(({ id }) => id);
    if (value.kind === 'outcome' && names.includes(value.outcome)) return [];
    return [{ path: 'value', message: `Expected one of ${names.join(', ')} for “${name}”.` }];
  }
  const { least, greatest, overload, unit } = display.scale;
  if (value.kind === 'overload' && overload) return [];
  if (value.kind === 'number' && value.value >= least && value.value <= greatest) return [];
  return [
    {
      path: 'value',
      message: `Expected ${least} to ${greatest} ${unit}${overload ? ' or OL' : ''} for “${name}”.`,
    },
  ];
}

function checkState(circuit: Circuit, state: OperatingState): readonly CircuitFlaw[] {
  const controls = Object.entries(state.controls).flatMap(([id, position]) => {
    const control = circuit.controls.find((each) => each.id === id);
    return control?.positions.some((each) => each.id === position)
      ? []
      : [unknown(`state.controls.${id}`, 'a position of a control', position)];
  });
  const apart = state.apart.flatMap((id, i) => {
    const part = circuit.parts.find((each) => each.id === id);
    return part !== undefined && kindOf(part).removal !== null
      ? []
      : [unknown(`state.apart.${i}`, 'a part that comes apart', id)];
  });
  const cavities = Object.keys(state.cavities).flatMap((id) =>
    circuit.parts.some((part) => part.id === id && part.kind === 'fuse')
      ? []
      : [unknown(`state.cavities.${id}`, 'a fuse', id)],
  );
  const terminals = new Set(circuit.parts.flatMap(terminalsOf));
  const leads = (state.leads ?? []).flatMap((lead, i) =>
    (['from', 'to'] as const).flatMap((end) =>
      lead[end] === 'own supply' || lead[end] === 'ground' || terminals.has(lead[end])
        ? []
        : [unknown(`state.leads.${i}.${end}`, 'a terminal', lead[end])],
    ),
  );
  const renewed = (state.renewed ?? []).flatMap((id, i) =>
    circuit.parts.some((part) => part.id === id) ? [] : [unknown(`state.renewed.${i}`, 'a part', id)],
  );
  return [...controls, ...apart, ...cavities, ...leads, ...renewed];
}
