import type { Circuit, TerminalRef } from '@grim-lantern/core';
import type { Figure } from './figures';
import type { Point } from './layoutHarness';
import { columnGap, passingGap, rowGap, trackGap } from './spacing';

/** So often the columns are gone through for an order with fewer crossings. */
const sweeps = 6;

/** A figure, or the place in a column where a wire passes through it. */
interface Node {
  readonly figure: Figure | null;
  readonly height: number;
  readonly column: number;
  /** What its wires lead to, in the column before it and the one after it. */
  readonly left: number[];
  readonly right: number[];
  middle: number;
}

/** Columns from supply to ground, figures and what passes between them, and where each stands. */
export interface Columns {
  readonly corners: ReadonlyMap<string, Point>;
  /** The middles of the columns that a section passes through, in its direction. */
  readonly passes: ReadonlyMap<string, readonly Point[]>;
}

/** Figures in columns, every wire from one column to the next; those that lead back are left to pass outside. */
export function inColumns(
  circuit: Circuit,
  figures: readonly Figure[],
  figureOf: ReadonlyMap<TerminalRef, Figure>,
): Columns {
  const number = new Map(figures.map(({ id }, index) => [id, index]));
  const links = circuit.sections.flatMap(({ id, from, to }) => {
    const ends = [figureOf.get(from), figureOf.get(to)].map((each) => number.get(each?.id ?? ''));
    const [start, end] = ends;
    return start === undefined || end === undefined || start === end ? [] : [{ id, start, end }];
  });
  const column = columnOfEach(figures, links);
  const nodes = figures.map((figure, index): Node => ({
    figure,
    height: figure.height,
    column: column[index]!,
    left: [],
    right: [],
    middle: 0,
  }));
  const throughOf = new Map<string, readonly Node[]>();
  const join = (one: number, other: number) => {
    nodes[one]!.right.push(other);
    nodes[other]!.left.push(one);
  };
  for (const { id, start, end } of links) {
    const through: Node[] = [];
    let last = start;
    for (let c = column[start]! + 1; c < column[end]!; c++) {
      const node: Node = { figure: null, height: 0, column: c, left: [], right: [], middle: 0 };
      nodes.push(node);
      join(last, nodes.length - 1);
      last = nodes.length - 1;
      through.push(node);
    }
    if (column[start]! < column[end]!) join(last, end);
    throughOf.set(id, through);
  }
  const inOrder = ordered(nodes);
  stack(nodes, inOrder);
  const lefts = leftEdges(inOrder.map((each) => each.map((index) => nodes[index]!)));
  const x = ({ figure, column: at }: Node) => lefts[at]!.left + (figure === null ? lefts[at]!.width / 2 : 0);
  return {
    corners: new Map(
      nodes.flatMap((node) =>
        node.figure === null
          ? []
          : [[node.figure.id, { x: x(node), y: node.middle - node.height / 2 }] as const],
      ),
    ),
    passes: new Map(
      [...throughOf].map(([id, through]) => [id, through.map((node) => ({ x: x(node), y: node.middle }))]),
    ),
  };
}

interface Link {
  readonly start: number;
  readonly end: number;
}

/** The longest way from a supply to each figure, in wires; what would lead back into its own way is left out. */
function columnOfEach(figures: readonly Figure[], links: readonly Link[]): readonly number[] {
  const out = figures.map((): number[] => []);
  for (const { start, end } of links) out[start]!.push(end);
  const column = figures.map(() => 0);
  // Depth first, without recursion: a harness may be long.
  const state = figures.map((): 'new' | 'open' | 'done' => 'new');
  const finished: number[] = [];
  const onward = out.map((): number[] => []);
  const roots = figures
    .map((figure, index) => ({ first: figure.part.kind === 'battery' ? 0 : 1, index }))
    .sort((one, other) => one.first - other.first);
  for (const { index: root } of roots) {
    if (state[root] !== 'new') continue;
    const way: { at: number; next: number }[] = [{ at: root, next: 0 }];
    state[root] = 'open';
    while (way.length > 0) {
      const top = way.at(-1)!;
      const to = out[top.at]![top.next++];
      if (to === undefined) {
        state[top.at] = 'done';
        finished.push(top.at);
        way.pop();
      } else if (state[to] !== 'open') {
        onward[top.at]!.push(to);
        if (state[to] === 'new') {
          state[to] = 'open';
          way.push({ at: to, next: 0 });
        }
      }
    }
  }
  for (const at of finished.reverse()) {
    for (const to of onward[at]!) column[to] = Math.max(column[to]!, column[at]! + 1);
  }
  // What nothing feeds, but for the battery, stands by what it leads to.
  const fed = new Set(onward.flat());
  figures.forEach((figure, index) => {
    const after = onward[index]!.map((to) => column[to]!);
    if (!fed.has(index) && figure.part.kind !== 'battery' && after.length > 0)
      column[index] = Math.max(0, Math.min(...after) - 1);
  });
  return column;
}

const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;

/** The nodes of each column, from above: each by the mean place of what its wires lead to. */
function ordered(nodes: readonly Node[]): readonly number[][] {
  const count = nodes.reduce((most, node) => Math.max(most, node.column + 1), 0);
  const columns = Array.from({ length: count }, (): number[] => []);
  nodes.forEach((node, index) => columns[node.column]!.push(index));
  const place = nodes.map(() => 0);
  const number = () => columns.forEach((each) => each.forEach((node, at) => (place[node] = at)));
  number();
  for (let sweep = 0; sweep < sweeps; sweep++) {
    const forward = sweep % 2 === 0;
    for (const each of forward ? columns : [...columns].reverse()) {
      const wanted = new Map(
        each.map((index) => {
          const near = forward ? nodes[index]!.left : nodes[index]!.right;
          return [index, near.length === 0 ? place[index]! : mean(near.map((other) => place[other]!))];
        }),
      );
      each.sort((one, other) => wanted.get(one)! - wanted.get(other)!);
      each.forEach((node, at) => (place[node] = at));
    }
  }
  return columns;
}

const gapBetween = (one: Node, other: Node) =>
  one.figure === null && other.figure === null ? passingGap : rowGap / (one.figure && other.figure ? 1 : 2);

/** Puts every node at the height of what its wires lead to, as far as those above it leave room. */
function stack(nodes: readonly Node[], columns: readonly (readonly number[])[]): void {
  const settle = (column: readonly number[], near: (node: Node) => readonly number[]) => {
    let bottom = -Infinity;
    let above: Node | null = null;
    for (const index of column) {
      const node = nodes[index]!;
      const others = near(node);
      const wanted = others.length === 0 ? node.middle : mean(others.map((other) => nodes[other]!.middle));
      const least = above === null ? wanted : bottom + gapBetween(above, node) + node.height / 2;
      node.middle = Math.max(wanted, least);
      bottom = node.middle + node.height / 2;
      above = node;
    }
  };
  for (const column of columns) settle(column, ({ left }) => left);
  for (const column of [...columns].reverse()) settle(column, ({ right }) => right);
  for (const column of columns) settle(column, ({ left, right }) => [...left, ...right]);
  const top = nodes.reduce((least, { middle, height }) => Math.min(least, middle - height / 2), Infinity);
  for (const node of nodes) node.middle -= top;
}

/** Where each column begins, and how wide it is: between two of them there is room for every wire that turns there. */
function leftEdges(columns: readonly (readonly Node[])[]): readonly { left: number; width: number }[] {
  let left = 0;
  return columns.map((column) => {
    const width = column.reduce((most, { figure }) => Math.max(most, figure?.width ?? 0), 0);
    const turns = column.reduce((sum, { right }) => sum + right.length, 0);
    const edge = { left, width };
    left += width + Math.max(columnGap, 60 + turns * trackGap);
    return edge;
  });
}
