import { conditionClauses } from './condition';
import type { Circuit, CircuitFlaw } from './circuit';
import type { TerminalRef } from './terminalRef';
import { terminalsOf } from './terminals';

/**
 * Checks what a schema cannot: that every name refers to something, that none is used twice, that there is a
 * supply and a ground. An empty result means that the circuit can be solved.
 */
export function checkCircuit(circuit: Circuit): readonly CircuitFlaw[] {
  const terminals = new Set(circuit.parts.flatMap(terminalsOf));
  const known = {
    place: new Set(circuit.places.map(({ id }) => id)),
    strip: new Set(circuit.strips.map(({ id }) => id)),
    control: new Set(circuit.controls.map(({ id }) => id)),
  };
  const refers = (path: string, kind: keyof typeof known, id: string | undefined): CircuitFlaw[] =>
    id === undefined || known[kind].has(id)
      ? []
      : [{ path, message: `Expected a ${kind} of this circuit: got “${id}”.` }];
  const position = (path: string, controlId: string, id: string): CircuitFlaw[] => {
    const control = circuit.controls.find((each) => each.id === controlId);
    return control === undefined || control.positions.some((each) => each.id === id)
      ? []
      : [{ path, message: `Expected a position of “${control.name}”: got “${id}”.` }];
  };
  const ends = (path: string, terminal: TerminalRef): CircuitFlaw[] =>
    terminals.has(terminal)
      ? []
      : [{ path, message: `Expected a terminal of this circuit: got “${terminal}”.` }];
  return [
    ...(['places', 'strips', 'controls', 'parts', 'sections'] as const).flatMap((list) =>
      repeated(circuit, list),
    ),
    ...circuit.places.flatMap(({ strip }, i) => refers(`places.${i}.strip`, 'strip', strip)),
    ...circuit.parts.flatMap((part, i) => [
      ...refers(`parts.${i}.place`, 'place', part.place),
      ...(part.kind === 'switch'
        ? [
            ...refers(`parts.${i}.control`, 'control', part.control),
            ...part.legs.flatMap(({ closedIn }, l) =>
              closedIn.flatMap((is, c) => position(`parts.${i}.legs.${l}.closedIn.${c}`, part.control, is)),
            ),
          ]
        : []),
      ...(part.kind === 'module'
        ? part.pins.flatMap((pin, p) =>
            'drivenWhen' in pin
              ? conditionClauses(pin.drivenWhen).flatMap(({ control, is }) => [
                  ...refers(`parts.${i}.pins.${p}.drivenWhen`, 'control', control),
                  ...position(`parts.${i}.pins.${p}.drivenWhen`, control, is),
                ])
              : [],
          )
        : []),
    ]),
    ...circuit.sections.flatMap((section, i) => [
      ...ends(`sections.${i}.from`, section.from),
      ...ends(`sections.${i}.to`, section.to),
      ...section.places.flatMap((id, p) => refers(`sections.${i}.places.${p}`, 'place', id)),
    ]),
    ...(['battery', 'ground'] as const).flatMap((kind) =>
      circuit.parts.some((part) => part.kind === kind)
        ? []
        : [{ path: 'parts', message: `Expected at least one ${kind} part: got none.` }],
    ),
  ];
}

function repeated(
  circuit: Circuit,
  list: 'places' | 'strips' | 'controls' | 'parts' | 'sections',
): CircuitFlaw[] {
  const seen = new Set<string>();
  return circuit[list].flatMap(({ id }, i) => {
    const flaw = {
      path: `${list}.${i}.id`,
      message: `Expected an id used once among ${list}: got “${id}” again.`,
    };
    return seen.size === seen.add(id).size ? [flaw] : [];
  });
}
