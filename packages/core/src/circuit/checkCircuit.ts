import { conditionClauses } from './condition';
import type { Circuit, CircuitFlaw } from './circuit';
import type { ModulePart } from './parts/module';
import type { Part } from './parts/part';
import type { TerminalRef } from './terminalRef';
import { terminalsOf } from './terminals';

/**
 * Checks what a schema cannot: that every name refers to something, that none is used twice, that there is a
 * supply and a ground. An empty result means that the circuit can be solved.
 */
export function checkCircuit(circuit: Circuit): readonly CircuitFlaw[] {
  const terminals = new Set(circuit.parts.flatMap(terminalsOf));
  const partIds = new Set(circuit.parts.map(({ id }) => id));
  const ends = (path: string, terminal: TerminalRef): CircuitFlaw[] =>
    terminals.has(terminal)
      ? []
      : [{ path, message: `Expected a terminal of this circuit: got “${terminal}”.` }];
  return [
    ...(['places', 'strips', 'controls', 'parts', 'sections'] as const).flatMap((list) =>
      repeated(circuit, list),
    ),
    ...circuit.places.flatMap(({ strip }, i) => refers(circuit, `places.${i}.strip`, 'strips', strip)),
    ...(circuit.ruledOut ?? []).flatMap(({ controls }, r) =>
      Object.entries(controls).flatMap(([id, position]) => [
        ...refers(circuit, `ruledOut.${r}.controls`, 'controls', id),
        ...positionFlaws(circuit, `ruledOut.${r}.controls.${id}`, id, position),
      ]),
    ),
    ...circuit.parts.flatMap((part, i) => partFlaws(circuit, part, `parts.${i}`)),
    ...circuit.sections.flatMap((section, i) => [
      ...(partIds.has(section.id)
        ? [{ path: `sections.${i}.id`, message: `Expected an id that no part has: got “${section.id}”.` }]
        : []),
      ...ends(`sections.${i}.from`, section.from),
      ...ends(`sections.${i}.to`, section.to),
      ...section.places.flatMap((id, p) => refers(circuit, `sections.${i}.places.${p}`, 'places', id)),
    ]),
    ...(['battery', 'ground'] as const).flatMap((kind) =>
      circuit.parts.some((part) => part.kind === kind)
        ? []
        : [{ path: 'parts', message: `Expected at least one ${kind} part: got none.` }],
    ),
  ];
}

const singular = { places: 'place', strips: 'strip', controls: 'control' } as const;

function refers(
  circuit: Circuit,
  path: string,
  list: keyof typeof singular,
  id: string | undefined,
): CircuitFlaw[] {
  return id === undefined || circuit[list].some((each) => each.id === id)
    ? []
    : [{ path, message: `Expected a ${singular[list]} of this circuit: got “${id}”.` }];
}

function positionFlaws(circuit: Circuit, path: string, controlId: string, id: string): CircuitFlaw[] {
  const control = circuit.controls.find((each) => each.id === controlId);
  return control === undefined || control.positions.some((each) => each.id === id)
    ? []
    : [{ path, message: `Expected a position of “${control.name}”: got “${id}”.` }];
}

function partFlaws(circuit: Circuit, part: Part, path: string): CircuitFlaw[] {
  const place = refers(circuit, `${path}.place`, 'places', part.place);
  if (part.kind === 'switch') {
    return [
      ...place,
      ...refers(circuit, `${path}.control`, 'controls', part.control),
      ...part.legs.flatMap(({ closedIn }, l) =>
        closedIn.flatMap((is, c) =>
          positionFlaws(circuit, `${path}.legs.${l}.closedIn.${c}`, part.control, is),
        ),
      ),
    ];
  }
  if (part.kind !== 'module') return place;
  return [...place, ...moduleFlaws(circuit, part, path)];
}

function moduleFlaws(circuit: Circuit, { pins }: ModulePart, path: string): CircuitFlaw[] {
  const inputs = pins.filter(({ role }) => role === 'input').map(({ pin }) => pin);
  const fed = (path: string, pin: string | undefined, roles: readonly string[]): CircuitFlaw[] =>
    pin === undefined || pins.some((each) => each.pin === pin && roles.includes(each.role))
      ? []
      : [{ path, message: `Expected a ${roles.join(' or ')} pin of this module: got “${pin}”.` }];
  return pins.flatMap((each, p) => {
    if (each.role === 'input')
      return fed(`${path}.pins.${p}.pullTo`, each.pullTo, ['supply', 'sensor supply']);
    if (!('drivenWhen' in each)) return [];
    const at = `${path}.pins.${p}.drivenWhen`;
    return [
      ...fed(`${path}.pins.${p}.supply`, each.supply, ['supply']),
      ...conditionClauses(each.drivenWhen).flatMap((clause) => {
        if ('control' in clause) {
          return [
            ...refers(circuit, at, 'controls', clause.control),
            ...positionFlaws(circuit, at, clause.control, clause.is),
          ];
        }
        return inputs.includes(clause.input)
          ? []
          : [{ path: at, message: `Expected an input pin of this module: got “${clause.input}”.` }];
      }),
    ];
  });
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
