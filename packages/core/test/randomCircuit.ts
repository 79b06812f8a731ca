import fc from 'fast-check';
import type { Circuit } from '../src/circuit/circuit';
import type { Part } from '../src/circuit/parts/part';
import { wire } from './bareChain';

/** A tree of splices behind a fuse, some of its points loaded to ground, some joined across into loops. */
export interface RandomCircuit {
  readonly circuit: Circuit;
  readonly sectionIds: readonly string[];
}

export function randomCircuit(loads: 'resistors' | 'lamps and resistors'): fc.Arbitrary<RandomCircuit> {
  return fc
    .record({
      parents: fc.array(fc.nat(), { minLength: 3, maxLength: 30 }),
      lengths: fc.array(fc.double({ min: 0.1, max: 5, noNaN: true }), { minLength: 40, maxLength: 40 }),
      areas: fc.array(fc.constantFrom(0.35, 0.5, 0.75, 1, 1.5, 2.5), { minLength: 40, maxLength: 40 }),
      ohms: fc.array(fc.double({ min: 0.5, max: 500, noNaN: true }), { minLength: 40, maxLength: 40 }),
      watts: fc.array(fc.constantFrom(0, 5, 10, 21, 55), { minLength: 40, maxLength: 40 }),
      loaded: fc.array(fc.boolean(), { minLength: 40, maxLength: 40 }),
      loops: fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 4 }),
    })
    .map((draw) => build(draw, loads === 'lamps and resistors'));
}

interface Draw {
  parents: number[];
  lengths: number[];
  areas: number[];
  ohms: number[];
  watts: number[];
  loaded: boolean[];
  loops: [number, number][];
}

function build(draw: Draw, lamps: boolean): RandomCircuit {
  const count = draw.parents.length;
  const parts: Part[] = [
    { id: 'BAT', kind: 'battery', name: 'Battery', place: 'here', volts: 12.6, internalOhms: 0.02 },
    { id: 'G', kind: 'ground', name: 'Ground', place: 'here' },
    {
      id: 'F',
      kind: 'fuse',
      name: 'Fuse',
      place: 'here',
      style: 'large blade',
      ratingAmps: 80,
      centre: 'b',
      cavity: '1',
    },
  ];
  const sections = [
    wire('WB', 'BAT.+', 'F.feed', 'here'),
    wire('WG', 'BAT.-', 'G.x', 'here'),
    wire('W0', 'F.load', 'S0.x', 'here'),
  ];
  for (let i = 0; i < count; i++) {
    parts.push({ id: `S${i}`, kind: 'splice', name: `S${i}`, place: 'here' });
    const [lengthMetres, areaMm2] = [draw.lengths[i]!, draw.areas[i]!];
    if (i > 0) {
      sections.push({
        ...wire(`W${i}`, `S${draw.parents[i]! % i}.x`, `S${i}.x`, 'here'),
        lengthMetres,
        areaMm2,
      });
    }
    if (!draw.loaded[i]) continue;
    const watts = draw.watts[i]!;
    const common = { id: `L${i}`, name: `L${i}`, place: 'here' };
    parts.push(
      lamps && watts > 0
        ? { ...common, kind: 'lamp', watts, count: 1 }
        : { ...common, kind: 'resistor', ohms: draw.ohms[i]! },
    );
    sections.push(wire(`A${i}`, `S${i}.x`, `L${i}.1`, 'here'), wire(`B${i}`, `L${i}.2`, 'G.x', 'here'));
  }
  draw.loops.forEach(([a, b], i) => {
    if (a % count !== b % count) sections.push(wire(`X${i}`, `S${a % count}.x`, `S${b % count}.x`, 'here'));
  });
  return {
    circuit: {
      format: 'grim-lantern/circuit',
      version: 1,
      name: 'random',
      nominalVolts: 12,
      places: [{ id: 'here', name: 'here', reachMinutes: 1, hazards: [], visibility: 0 }],
      strips: [],
      controls: [],
      parts,
      sections,
    },
    sectionIds: sections.map(({ id }) => id),
  };
}
