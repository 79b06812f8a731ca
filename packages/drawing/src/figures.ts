import type { Circuit, Part, TerminalRef } from '@grim-lantern/core';
import { isFeedEnd, terminalsOf } from '@grim-lantern/core';

/**
 * What is drawn: one figure per part, but one per cavity of a connector, so that a feed and a return through the
 * same connector need not cross. A wire enters a figure on the left and leaves it on the right.
 */
export interface Figure {
  readonly id: string;
  readonly part: Part;
  /** The connector's cavity, where the figure is one of several. */
  readonly cavity: string | null;
  readonly width: number;
  readonly height: number;
  readonly terminals: readonly { readonly ref: TerminalRef; readonly side: 'left' | 'right' }[];
}

const sizes: Readonly<Record<Part['kind'], readonly [width: number, height: number]>> = {
  battery: [44, 56],
  ground: [34, 40],
  fuse: [56, 28],
  relay: [92, 96],
  switch: [64, 40],
  lamp: [44, 44],
  'two-filament lamp': [52, 52],
  diode: [48, 32],
  resistor: [72, 36],
  heater: [72, 36],
  solenoid: [72, 36],
  motor: [48, 48],
  potentiometer: [72, 56],
  'fusible link': [64, 24],
  breaker: [56, 28],
  module: [92, 84],
  connector: [30, 40],
  splice: [12, 12],
};

/** The figures of a circuit, and the figure that each terminal belongs to. */
export interface HarnessFigures {
  readonly figures: readonly Figure[];
  readonly figureOf: ReadonlyMap<TerminalRef, Figure>;
}

const known = new WeakMap<Circuit, HarnessFigures>();

/** The figures of a circuit; worked out once for each document. */
export function harnessFigures(circuit: Circuit): HarnessFigures {
  const found = known.get(circuit) ?? figuresIn(circuit);
  known.set(circuit, found);
  return found;
}

function figuresIn(circuit: Circuit): HarnessFigures {
  const entered = new Set(circuit.sections.map(({ to }) => to));
  const left = new Set(circuit.sections.map(({ from }) => from));
  const isEntered = (part: Part, ref: TerminalRef) =>
    entered.has(ref) || (!left.has(ref) && isFeedEnd(part, ref));
  const figures = circuit.parts.flatMap((part) => figuresOf(part, isEntered));
  const figureOf = new Map(
    figures.flatMap((figure) => figure.terminals.map(({ ref }) => [ref, figure] as const)),
  );
  return { figures, figureOf };
}

function figuresOf(part: Part, isEntered: (part: Part, ref: TerminalRef) => boolean): readonly Figure[] {
  const [width, height] = sizes[part.kind];
  const placed = terminalsOf(part).map((ref) => ({
    ref,
    side: isEntered(part, ref) ? ('left' as const) : ('right' as const),
  }));
  if (part.kind !== 'connector')
    return [{ id: part.id, part, cavity: null, width, height, terminals: placed }];
  return part.cavities.map((cavity) => ({
    id: `${part.id}#${cavity}`,
    part,
    cavity,
    width,
    height,
    terminals: placed.filter(({ ref }) => ref.slice(part.id.length + 1, -1) === cavity),
  }));
}
