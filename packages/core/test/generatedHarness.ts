import type { Circuit, Section } from '../src/circuit/circuit';
import type { Part } from '../src/circuit/parts/part';
import { seededRandom } from '../src/statistics/seededRandom';

const areas = [0.5, 0.75, 1, 1.5, 2.5] as const;
/** Of the battery's own cables, mm². */
const mainArea = 25;
const sectionsPerFuse = 25;

/**
 * A harness of about so many sections: fuses on one feed, behind each a tree of splices and connectors with loads at
 * its ends, grounds by region. Seeded: the same every time.
 */
export function generatedHarness(
  sections: number,
  loads: 'lamps' | 'resistors' = 'lamps',
  seed = sections,
): Circuit {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const parts: Part[] = [
    { id: 'BAT', kind: 'battery', name: 'Battery', place: 'p0', volts: 12.6, internalOhms: 0.02 },
    { id: 'G', kind: 'ground', name: 'G', place: 'p0' },
    { id: 'BUS', kind: 'splice', name: 'S', place: 'p0' },
  ];
  const wires: Section[] = [];
  const wire = (from: Section['from'], to: Section['to'], areaMm2: number = pick(areas)) => {
    const id = `W${wires.length}`;
    const place = `p${wires.length % 40}`;
    const lengthMetres = 0.2 + 3 * random();
    wires.push({ id, name: id, from, to, areaMm2, lengthMetres, colour: 'red', places: [place] });
  };
  wire('BAT.+', 'BUS.x', mainArea);
  wire('BAT.-', 'G.x', mainArea);
  for (let f = 0; wires.length < sections; f++) {
    const place = `p${f % 40}`;
    const fuse = `F${f}`;
    parts.push({
      id: fuse,
      kind: 'fuse',
      name: fuse,
      place,
      style: 'regular blade',
      ratingAmps: 15,
      centre: 'box',
      cavity: `${f}`,
    });
    wire('BUS.x', `${fuse}.feed`);
    let ends: Section['from'][] = [`${fuse}.load`];
    for (let n = 0; n < sectionsPerFuse - 1 && wires.length < sections; n++) {
      const id = `${f}n${n}`;
      const from = pick(ends);
      if (n % 4 === 3) {
        const load = { id: `L${id}`, name: id, place };
        const watts = pick([5, 10, 21]);
        parts.push(
          loads === 'lamps'
            ? { ...load, kind: 'lamp', watts, count: 1 }
            : { ...load, kind: 'resistor', ohms: 180 / watts },
        );
        wire(from, `L${id}.1`);
        wire(`L${id}.2`, 'G.x');
      } else if (n % 4 === 1) {
        parts.push({
          id: `C${id}`,
          kind: 'connector',
          name: id,
          place,
          cavities: ['1'],
          halves: ['near', 'far'],
        });
        wire(from, `C${id}.1a`);
        ends = [...ends, `C${id}.1b`];
      } else {
        parts.push({ id: `S${id}`, kind: 'splice', name: id, place });
        wire(from, `S${id}.x`);
        ends = [...ends, `S${id}.x`];
      }
    }
  }
  const places = Array.from({ length: 40 }, (_each, p) => ({
    id: `p${p}`,
    name: `place ${p}`,
    reachMinutes: 0.5 + 2 * random(),
    hazards: [],
    visibility: 0.3,
  }));
  return {
    format: 'grim-lantern/circuit',
    version: 1,
    name: `harness of ${wires.length}`,
    nominalVolts: 12,
    places,
    strips: [],
    controls: [],
    parts,
    sections: wires,
  };
}
