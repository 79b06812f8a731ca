import type { Circuit, TerminalRef } from '@grim-lantern/core';
import { terminalIn } from '@grim-lantern/core';
import type { ELK, ElkExtendedEdge, ElkNode } from 'elkjs/lib/elk-api';
import type { Figure } from './figures';
import { harnessFigures } from './figures';
import { columnGap, margin, passingGap, rowGap, trackGap } from './spacing';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** The middle of what is drawn. */
export const figureMiddle = ({ x, y, width, height }: Point & Pick<Figure, 'width' | 'height'>): Point => ({
  x: x + width / 2,
  y: y + height / 2,
});

/** A laid-out harness, in pixels at scale 1. */
export interface HarnessLayout {
  readonly width: number;
  readonly height: number;
  readonly figures: readonly (Figure & Point)[];
  /** Each section's corners, from its `from` to its `to`. */
  readonly wires: ReadonlyMap<string, readonly Point[]>;
  readonly terminals: ReadonlyMap<TerminalRef, Point>;
}

const options = {
  'elk.algorithm': 'layered',
  'elk.direction': 'RIGHT',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.spacing.nodeNodeBetweenLayers': `${columnGap}`,
  'elk.layered.spacing.edgeNodeBetweenLayers': `${passingGap}`,
  'elk.layered.spacing.edgeEdgeBetweenLayers': `${trackGap}`,
  'elk.spacing.nodeNode': `${rowGap}`,
  'elk.spacing.edgeNode': '30',
  'elk.spacing.edgeEdge': `${passingGap}`,
  'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
  'elk.layered.thoroughness': '20',
  'elk.padding': `[top=${margin.top},left=${margin.left},bottom=${margin.bottom},right=${margin.right}]`,
} as const;

/** What is laid out of a circuit, and how. */
export function harnessGraph(circuit: Circuit): ElkNode {
  const { figures, figureOf } = harnessFigures(circuit);
  return {
    id: 'harness',
    layoutOptions: options,
    children: figures.map(nodeOf),
    edges: circuit.sections.flatMap(({ id, from, to }): ElkExtendedEdge[] =>
      figureOf.has(from) && figureOf.has(to) ? [{ id, sources: [`${from}>`], targets: [`>${to}`] }] : [],
    ),
  };
}

/** Lays a circuit out from supply (left) to ground (right). Rejects where that fails. */
export async function layoutHarness(elk: Pick<ELK, 'layout'>, circuit: Circuit): Promise<HarnessLayout> {
  const { figures } = harnessFigures(circuit);
  const laid = await elk.layout(harnessGraph(circuit));
  const nodes = new Map((laid.children ?? []).map((node) => [node.id, node]));
  const placed = figures.map((figure) => {
    const node = nodes.get(figure.id);
    return { ...figure, x: node?.x ?? 0, y: node?.y ?? 0 };
  });
  const wires = new Map(
    (laid.edges ?? []).map((edge) => {
      const section = edge.sections?.[0];
      const corners = section ? [section.startPoint, ...(section.bendPoints ?? []), section.endPoint] : [];
      return [edge.id, corners] as const;
    }),
  );
  return {
    width: laid.width ?? 0,
    height: laid.height ?? 0,
    figures: placed,
    wires,
    terminals: terminalPoints(circuit, placed, wires, (figure, ref) => {
      const port = nodes.get(figure.id)?.ports?.find(({ id }) => id === `>${ref}` || id === `${ref}>`);
      return { x: figure.x + (port?.x ?? figure.width / 2), y: figure.y + (port?.y ?? figure.height / 2) };
    }),
  };
}

/** A relay's pins that stand below its contact's. */
export const coilPins: ReadonlySet<string> = new Set(['coilFeed', 'coilCommand']);

function nodeOf(figure: Figure): ElkNode {
  const splice = figure.part.kind === 'splice';
  return {
    id: figure.id,
    width: figure.width,
    height: figure.height,
    layoutOptions: {
      // A relay's pins where its contact and its coil are drawn, whichever way its wires go.
      ...(figure.part.kind === 'relay'
        ? { 'elk.portConstraints': 'FIXED_ORDER', 'elk.portAlignment.default': 'DISTRIBUTED' }
        : { 'elk.portConstraints': 'FIXED_SIDE', 'elk.portAlignment.default': 'CENTER' }),
      ...(figure.part.kind === 'battery' ? { 'elk.layered.layering.layerConstraint': 'FIRST' } : {}),
    },
    // A splice is entered and left at one point: it has a port on either side for the same terminal.
    ports: figure.terminals.flatMap(({ ref, side }) => {
      const row = coilPins.has(terminalIn(ref)) ? 1 : 0;
      // Ports are counted clockwise: down the right side, up the left.
      const left = {
        id: `>${ref}`,
        layoutOptions: { 'elk.port.side': 'WEST', 'elk.port.index': `${3 - row}` },
      };
      const right = { id: `${ref}>`, layoutOptions: { 'elk.port.side': 'EAST', 'elk.port.index': `${row}` } };
      if (splice) return [left, right];
      return side === 'left' ? [left] : [right];
    }),
  };
}

/** Where each terminal is touched: at the end of its wire, or at its port where it has none. */
function terminalPoints(
  circuit: Circuit,
  figures: readonly (Figure & Point)[],
  wires: ReadonlyMap<string, readonly Point[]>,
  portOf: (figure: Figure & Point, ref: TerminalRef) => Point,
): ReadonlyMap<TerminalRef, Point> {
  const points = new Map<TerminalRef, Point>();
  for (const figure of figures) {
    const { terminals, part } = figure;
    const middle = figureMiddle(figure);
    for (const { ref } of terminals) points.set(ref, part.kind === 'splice' ? middle : portOf(figure, ref));
    if (part.kind === 'splice') continue;
    for (const { id, from, to } of circuit.sections) {
      const corners = wires.get(id);
      const [start, end] = [corners?.[0], corners?.at(-1)];
      if (start !== undefined && terminals.some(({ ref }) => ref === from)) points.set(from, start);
      if (end !== undefined && terminals.some(({ ref }) => ref === to)) points.set(to, end);
    }
  }
  return points;
}
