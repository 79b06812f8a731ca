import type { Assessment, Circuit, ForeseenOutcome, JobState, TerminalRef, Test } from '@grim-lantern/core';
import { terminalsOf } from '@grim-lantern/core';
import type { HarnessLayout, Point } from '../harness/layoutHarness';
import { readingWords } from './words';

/** What glows: each suspect's probability, or what it would be if the held outcome were read. */
export function glowOf(
  assessment: Assessment | undefined,
  held: ForeseenOutcome | null,
): ReadonlyMap<string, number> {
  const lit = held?.leaves ?? assessment?.suspicion.suspects ?? [];
  return new Map(lit.map(({ id, probability }) => [id, probability]));
}

/** The last standing reading at each terminal, in words. */
export function readingsByTerminal(job: JobState | undefined): ReadonlyMap<string, string> {
  const standing = (job?.readings ?? []).filter(({ withdrawn }) => withdrawn === null);
  return new Map(standing.map((reading) => [reading.test.at, readingWords(reading)]));
}

/** Where the flag of a test stands on the map; null for a test without a point of its own. */
export function probePoint(circuit: Circuit, layout: HarnessLayout, test: Test | null): Point | null {
  if (test === null) return null;
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
  const part = circuit.parts.find(({ id }) => id === test.at);
  const terminal = part === undefined ? undefined : terminalsOf(part)[0];
  return terminal === undefined ? null : (layout.terminals.get(terminal) ?? null);
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
