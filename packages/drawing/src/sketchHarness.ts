import type { Circuit, TerminalRef } from '@grim-lantern/core';
import { terminalIn } from '@grim-lantern/core';
import { inColumns } from './columns';
import type { Figure } from './figures';
import { harnessFigures } from './figures';
import type { HarnessLayout, Point } from './layoutHarness';
import { coilPins, figureMiddle } from './layoutHarness';
import { columnGap, margin, trackGap } from './spacing';

/** Px that stay free round a figure that is put beside others. */
const room = 36;

type Placed = Figure & Point;

/**
 * A drawing at once, where the careful one takes its time: what was drawn before stays where it is, and what is new stands
 * beside what it hangs on; where nothing was, all stands in columns from supply to ground.
 */
export function sketchHarness(circuit: Circuit, before: HarnessLayout | null = null): HarnessLayout {
  const { figures, figureOf } = harnessFigures(circuit);
  const known = new Map((before?.figures ?? []).map((each) => [each.id, each]));
  if (before !== null && figures.some(({ id }) => known.has(id))) {
    return withWires(circuit, besideKnown(circuit, figures, figureOf, known), before, new Map());
  }
  const { corners, passes } = inColumns(circuit, figures, figureOf);
  const shifted = ({ x, y }: Point) => ({ x: x + margin.left, y: y + margin.top });
  const placed = figures.map((figure): Placed => ({
    ...figure,
    ...shifted(corners.get(figure.id) ?? { x: 0, y: 0 }),
  }));
  const through = new Map([...passes].map(([id, points]) => [id, points.map(shifted)]));
  return withWires(circuit, placed, null, through);
}

/** What is known where it was; what is new beside a neighbour, at the height of its wire or in the first gap below. */
function besideKnown(
  circuit: Circuit,
  figures: readonly Figure[],
  figureOf: ReadonlyMap<TerminalRef, Figure>,
  known: ReadonlyMap<string, Point>,
): readonly Placed[] {
  const placed = new Map<string, Placed>();
  for (const figure of figures) {
    const point = known.get(figure.id);
    if (point !== undefined) placed.set(figure.id, { ...figure, x: point.x, y: point.y });
  }
  const put = (figure: Figure, x: number, middle: number) => {
    // Only what stands over or under it can be in its way.
    const inColumn = [...placed.values()].filter(
      (other) => x < other.x + other.width + room && x + figure.width + room > other.x,
    );
    const isFree = (y: number) =>
      !inColumn.some((other) => y < other.y + other.height + room && y + figure.height + room > other.y);
    let y = Math.max(margin.top, middle - figure.height / 2);
    // Down from there: there is always room below.
    while (!isFree(y)) y += 12;
    placed.set(figure.id, { ...figure, x, y });
  };
  for (let fresh = true; fresh;) {
    fresh = false;
    for (const { from, to } of circuit.sections) {
      const [start, end] = [figureOf.get(from), figureOf.get(to)];
      if (start === undefined || end === undefined) continue;
      const [left, right] = [placed.get(start.id), placed.get(end.id)];
      if ((left === undefined) === (right === undefined)) continue;
      fresh = true;
      if (left !== undefined) put(end, left.x + left.width + columnGap, figureMiddle(left).y);
      else if (right !== undefined)
        put(start, Math.max(margin.left, right.x - columnGap - start.width), figureMiddle(right).y);
    }
  }
  for (const figure of figures) if (!placed.has(figure.id)) put(figure, margin.left, margin.top);
  return figures.map(({ id }) => placed.get(id)!);
}

/** Where a figure's terminals are touched: down its sides, a relay's coil below its contact; a splice in its middle. */
function touchPoints(figure: Placed): readonly (readonly [TerminalRef, Point])[] {
  const { part, terminals, x, y, width, height } = figure;
  if (part.kind === 'splice') return terminals.map(({ ref }) => [ref, figureMiddle(figure)]);
  return (['left', 'right'] as const).flatMap((side) => {
    const own = terminals.filter((each) => each.side === side);
    own.sort((one, other) => rank(one.ref) - rank(other.ref));
    return own.map(({ ref }, index) => [
      ref,
      { x: side === 'left' ? x : x + width, y: y + (height * (index + 1)) / (own.length + 1) },
    ]);
  });
}

const rank = (ref: TerminalRef) => (coilPins.has(terminalIn(ref)) ? 1 : 0);

function withWires(
  circuit: Circuit,
  figures: readonly Placed[],
  before: HarnessLayout | null,
  through: ReadonlyMap<string, readonly Point[]>,
): HarnessLayout {
  const old = new Map((before?.figures ?? []).map((each) => [each.id, each]));
  const stayed = ({ id, x, y }: Placed) => old.get(id)?.x === x && old.get(id)?.y === y;
  const terminals = new Map(
    figures.flatMap((figure) => {
      const kept = stayed(figure) ? before?.terminals : undefined;
      return touchPoints(figure).map(([ref, point]) => [ref, kept?.get(ref) ?? point] as const);
    }),
  );
  const turns = new Map<number, number>();
  /** Its own track between two columns, so that no two wires turn over one another. */
  const track = (from: Point, to: Point) => {
    const key = Math.round(from.x / 40);
    const taken = turns.get(key) ?? 0;
    turns.set(key, taken + 1);
    const span = Math.max(0, to.x - from.x - 60);
    return from.x + 30 + (span === 0 ? 0 : (taken * trackGap) % span);
  };
  const same = (one: Point | undefined, other: Point | undefined) =>
    one?.x === other?.x && one?.y === other?.y;
  const wires = new Map(
    circuit.sections.flatMap(({ id, from, to }) => {
      const [start, end] = [terminals.get(from), terminals.get(to)];
      if (start === undefined || end === undefined) return [];
      const wired = before?.wires.get(id);
      if (wired !== undefined && same(wired[0], start) && same(wired.at(-1), end))
        return [[id, wired] as const];
      return [[id, wire([start, ...(through.get(id) ?? []), end], track)] as const];
    }),
  );
  const corners = [...wires.values()].flat();
  const most = (values: readonly number[]) => values.reduce((one, other) => Math.max(one, other), 0);
  return {
    width: most([...figures.map(({ x, width }) => x + width), ...corners.map(({ x }) => x)]) + margin.right,
    height:
      most([...figures.map(({ y, height }) => y + height), ...corners.map(({ y }) => y)]) + margin.bottom,
    figures,
    wires,
    terminals,
  };
}

/** A wire over some points, level and upright only; where it leads back it turns beside its ends. */
function wire(points: readonly Point[], track: (from: Point, to: Point) => number): readonly Point[] {
  const [first] = points;
  const corners: Point[] = first === undefined ? [] : [first];
  for (let index = 1; index < points.length; index++) {
    const [from, to] = [points[index - 1]!, points[index]!];
    if (from.y !== to.y) {
      if (to.x > from.x) {
        const x = track(from, to);
        corners.push({ x, y: from.y }, { x, y: to.y });
      } else {
        const y = (from.y + to.y) / 2;
        corners.push(
          { x: from.x + 24, y: from.y },
          { x: from.x + 24, y },
          { x: to.x - 24, y },
          { x: to.x - 24, y: to.y },
        );
      }
    }
    corners.push(to);
  }
  return corners;
}
