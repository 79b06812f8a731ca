import type { Section } from '../circuit/circuit';
import { colourNotGiven } from '../circuit/wireColour';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf, terminalIn } from '../circuit/terminalRef';
import type { Part } from '../circuit/parts/part';
import { isLoad } from '../circuit/parts/partKinds';

/** Areas that are usual behind a fuse of so many amps, mm². Judgement, from common harnesses. */
const areaByAmps = [
  [5, 0.5],
  [7.5, 0.75],
  [10, 1],
  [15, 1.5],
  [20, 2.5],
  [30, 4],
  [40, 6],
  [60, 10],
] as const;
const feedAreaMm2 = 16;
const signalAreaMm2 = 0.5;
const plainAreaMm2 = 1;

/** Metres that are assumed within one place, from the battery, and between two places. Judgement. */
const assumedMetres = { within: 0.3, battery: 1, between: 2 } as const;

/** What can be assumed of a wire. */
export type AssumedWire = Pick<Section, 'areaMm2' | 'lengthMetres' | 'colour' | 'places'>;

type Ends = Pick<Section, 'from' | 'to'>;

/** The wire that is assumed between two terminals of a circuit's parts. Cost of the first call: linear in the wires. */
export function wireGuess(
  parts: ReadonlyMap<string, Part>,
  wires: readonly Ends[],
): (ends: Ends) => AssumedWire {
  const amps = fusedAmps(parts, wires);
  return (ends) => {
    const [from, to] = [parts.get(partIdOf(ends.from)), parts.get(partIdOf(ends.to))];
    const places = [
      ...new Set([from?.place, to?.place].flatMap((each) => (each === undefined ? [] : [each]))),
    ];
    const battery = from?.kind === 'battery' || to?.kind === 'battery';
    return {
      areaMm2: areaOf(ends, parts, battery, amps),
      lengthMetres:
        places.length < 2 ? assumedMetres.within : battery ? assumedMetres.battery : assumedMetres.between,
      colour: colourNotGiven,
      places,
    };
  };
}

function areaOf(
  ends: Ends,
  parts: ReadonlyMap<string, Part>,
  battery: boolean,
  amps: ReadonlyMap<TerminalRef, number>,
): number {
  if (isSignal(ends.from, parts) || isSignal(ends.to, parts)) return signalAreaMm2;
  if (battery) return feedAreaMm2;
  const rating = amps.get(ends.from) ?? amps.get(ends.to);
  if (rating === undefined) return plainAreaMm2;
  return areaByAmps.find(([most]) => rating <= most)?.[1] ?? feedAreaMm2;
}

/** Whether only a coil's or a signal's current flows at a terminal. */
function isSignal(terminal: TerminalRef, parts: ReadonlyMap<string, Part>): boolean {
  const part = parts.get(partIdOf(terminal));
  const name = terminalIn(terminal);
  if (part?.kind === 'relay') return name === 'coilFeed' || name === 'coilCommand';
  if (part?.kind === 'module') {
    return part.pins.some(({ pin, role }) => pin === name && (role === 'input' || role === 'sensor supply'));
  }
  return part?.kind === 'potentiometer';
}

/** The rating of the fuse that stands before each terminal, as far as wire, joints and contacts lead. */
function fusedAmps(
  parts: ReadonlyMap<string, Part>,
  wires: readonly Ends[],
): ReadonlyMap<TerminalRef, number> {
  const next = new Map<TerminalRef, TerminalRef[]>();
  const enter = (from: TerminalRef, to: TerminalRef) => {
    const known = next.get(from);
    if (known === undefined) next.set(from, [to]);
    else known.push(to);
  };
  const join = (a: TerminalRef, b: TerminalRef) => {
    enter(a, b);
    enter(b, a);
  };
  for (const { from, to } of wires) join(from, to);
  for (const part of parts.values()) {
    if (part.kind === 'connector') {
      for (const cavity of part.cavities) join(`${part.id}.${cavity}a`, `${part.id}.${cavity}b`);
    } else if (part.kind === 'switch') {
      for (const { a, b } of part.legs) join(`${part.id}.${a}`, `${part.id}.${b}`);
    } else if (part.kind === 'relay') join(`${part.id}.supply`, `${part.id}.normallyOpen`);
    else if (isLoad(part.kind) && part.kind !== 'two-filament lamp') join(`${part.id}.1`, `${part.id}.2`);
  }
  const amps = new Map<TerminalRef, number>();
  for (const part of parts.values()) {
    if (part.kind !== 'fuse') continue;
    for (const side of ['load', 'feed'] as const) {
      const queue: TerminalRef[] = [`${part.id}.${side}`];
      for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
        // The feed is shared by others: it goes by its own fuse no further than the first joint.
        if (amps.has(at)) continue;
        amps.set(at, part.ratingAmps);
        if (side === 'load') queue.push(...(next.get(at) ?? []));
      }
    }
  }
  return amps;
}
