import { readingWords, thingsOf } from '@grim-lantern/core';
import type { Circuit, TerminalRef, Test } from '@grim-lantern/core';
import type { HarnessLayout, Point } from '@grim-lantern/drawing';
import { figureMiddle } from '@grim-lantern/drawing';
import type { MapReading } from './mapLabels';
import type { Diagnosis } from '../../session/useDiagnosis';

/** What glows: the probability of each section and part, as it is or as it would be; a suspect in two lights both. */
export function glowOf(
  lit: readonly { readonly id: string; readonly probability: number }[],
): ReadonlyMap<string, number> {
  const glow = new Map<string, number>();
  for (const { id, probability } of lit) {
    for (const thing of thingsOf(id)) glow.set(thing, (glow.get(thing) ?? 0) + probability);
  }
  return glow;
}

/** The last standing reading at each point, in words. */
export function mapReadings(
  circuit: Circuit,
  layout: HarnessLayout | null,
  diagnosis: Diagnosis | null,
): readonly MapReading[] {
  if (layout === null || diagnosis === null) return [];
  const { job, assessment } = diagnosis;
  const found = new Map<string, MapReading>();
  for (const reading of job.readings) {
    const point = testPoint(circuit, layout, reading.test);
    if (reading.withdrawn !== null || point === null) continue;
    const clash = assessment.posterior.likelyMistake === reading.id;
    const key = reading.test.at;
    const dot = circuit.parts.every(({ id }) => id !== key);
    found.set(key, { key, point, words: readingWords(reading), dot, clash });
  }
  return [...found.values()];
}

/** Where a test is made on the map; null when the map does not show it. */
export function testPoint(circuit: Circuit, layout: HarnessLayout, test: Test): Point | null {
  const direct = layout.terminals.get(test.at as TerminalRef);
  if (direct !== undefined) return direct;
  const [section, end] = test.at.split('@');
  const corners = layout.wires.get(section ?? '');
  if (end !== undefined && corners !== undefined) return alongWire(corners, end === 'from' ? 'from' : 'to');
  const place = circuit.places.find(({ id }) => id === test.at);
  if (place !== undefined) {
    // The wires that pass it: the flag stands on the middle of the first.
    const passing = circuit.sections.find(({ places }) => places.includes(place.id));
    const wire = layout.wires.get(passing?.id ?? '');
    return wire === undefined ? null : middleOf(wire);
  }
  return thingPoint(layout, test.at);
}

/** The middle of a part's figure or of a wire; null where the map shows none of that id. */
export function thingPoint(layout: HarnessLayout, id: string): Point | null {
  const wire = layout.wires.get(id);
  if (wire !== undefined) return middleOf(wire);
  const figure = layout.figures.find(({ part }) => part.id === id);
  return figure === undefined ? null : figureMiddle(figure);
}

/** How far from the end of its wire a clamp is drawn, px. */
const clampShift = 26;

function alongWire(corners: readonly Point[], end: 'from' | 'to'): Point | null {
  const [tip, next] = end === 'from' ? [corners[0], corners[1]] : [corners.at(-1), corners.at(-2)];
  if (tip === undefined || next === undefined) return null;
  const length = Math.hypot(next.x - tip.x, next.y - tip.y) || 1;
  const shift = Math.min(clampShift, length / 2) / length;
  return { x: tip.x + (next.x - tip.x) * shift, y: tip.y + (next.y - tip.y) * shift };
}

function middleOf(corners: readonly Point[]): Point | null {
  let best: { point: Point; length: number } | null = null;
  for (let i = 1; i < corners.length; i++) {
    const [from, to] = [corners[i - 1]!, corners[i]!];
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    if (best === null || length > best.length) {
      best = { point: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }, length };
    }
  }
  return best?.point ?? null;
}
