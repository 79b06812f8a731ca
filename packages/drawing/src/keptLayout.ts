import type { KeptLayout } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { harnessFigures } from './figures';
import type { HarnessLayout, Point } from './layoutHarness';
import { harnessGraph } from './layoutHarness';

/** All that a layout of this circuit rests on, shortened to some digits: whoever reads the document finds the same. */
export function layoutMark(circuit: Circuit): string {
  const { children = [], ...graph } = harnessGraph(circuit);
  // In what order an object of the document has its fields is nobody's say: a database puts them in its own.
  const text = JSON.stringify([
    graph,
    children.map(({ ports = [], ...node }) => [
      node,
      [...ports].sort((one, other) => (one.id < other.id ? -1 : 1)),
    ]),
  ]);
  // Fowler, Noll and Vo's hash, 1a, twice with 32 bits: a layout of another graph would only be drawn, never believed.
  let [one, other] = [0x811c9dc5, 0x01000193];
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    one = Math.imul(one ^ code, 0x01000193);
    other = Math.imul(other ^ (code + index), 0x01000193);
  }
  return `${(one >>> 0).toString(36)}-${(other >>> 0).toString(36)}`;
}

const pair = ({ x, y }: Point): [number, number] => [x, y];
const pointOf = ([x, y]: readonly [number, number]): Point => ({ x, y });

/** A layout as it is kept with its circuit. */
export function keptLayout(circuit: Circuit, layout: HarnessLayout): KeptLayout {
  return {
    mark: layoutMark(circuit),
    width: layout.width,
    height: layout.height,
    figures: Object.fromEntries(layout.figures.map((figure) => [figure.id, pair(figure)])),
    wires: Object.fromEntries([...layout.wires].map(([id, corners]) => [id, corners.map(pair)])),
    terminals: Object.fromEntries([...layout.terminals].map(([ref, point]) => [ref, pair(point)])),
  };
}

/** The layout that was kept; null where it is of another circuit, or of another way to lay it out. */
export function layoutFrom(circuit: Circuit, kept: KeptLayout | undefined): HarnessLayout | null {
  if (kept?.mark !== layoutMark(circuit)) return null;
  const { width, height, figures, wires, terminals } = kept;
  const placed = harnessFigures(circuit).figures.flatMap((figure) => {
    const corner = figures[figure.id];
    return corner === undefined ? [] : [{ ...figure, ...pointOf(corner) }];
  });
  return {
    width,
    height,
    figures: placed,
    wires: new Map(Object.entries(wires).map(([id, corners]) => [id, corners.map(pointOf)])),
    terminals: new Map(
      placed.flatMap((figure) =>
        figure.terminals.flatMap(({ ref }) => {
          const point = terminals[ref];
          return point === undefined ? [] : [[ref, pointOf(point)] as const];
        }),
      ),
    ),
  };
}
