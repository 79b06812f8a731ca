import type { Circuit, Section } from '../src/circuit/circuit';
import type { TerminalRef } from '../src/circuit/terminalRef';
import type { Part } from '../src/circuit/parts/part';

/**
 * Battery, fuse, then `count` equal sections in a row with a reachable splice between each two, a lamp at the end.
 * Every point costs the same to reach, so that only information decides.
 */
export function bareChain(count: number): Circuit {
  const splices = Array.from({ length: count + 1 }, (_each, i): Part => ({
    id: `P${i}`,
    kind: 'splice',
    name: `Point ${i}`,
    place: `at${i}`,
  }));
  const chain = Array.from({ length: count }, (_each, i) =>
    wire(`W${i + 1}`, `P${i}.x`, `P${i + 1}.x`, `between${i}`),
  );
  return {
    format: 'grim-lantern/circuit',
    version: 1,
    name: `chain of ${count}`,
    nominalVolts: 12,
    places: [
      ...splices.map(({ place }) => ({
        id: place,
        name: place,
        reachMinutes: 1,
        hazards: [],
        visibility: 0,
      })),
      ...chain.map((_each, i) => ({
        id: `between${i}`,
        name: `run ${i}`,
        reachMinutes: 1,
        hazards: [],
        visibility: 0,
      })),
    ],
    strips: [],
    controls: [],
    parts: [
      { id: 'BAT', kind: 'battery', name: 'Battery', place: 'at0', volts: 12.6, internalOhms: 0.02 },
      { id: 'G', kind: 'ground', name: 'Ground', place: 'at0' },
      {
        id: 'F',
        kind: 'fuse',
        name: 'Fuse',
        place: 'at0',
        style: 'regular blade',
        ratingAmps: 15,
        centre: 'box',
        cavity: '1',
      },
      ...splices,
      { id: 'L', kind: 'lamp', name: 'Lamp', place: `at${count}`, watts: 21, count: 1 },
    ],
    sections: [
      wire('WB', 'BAT.+', 'F.feed', 'at0'),
      wire('WG', 'BAT.-', 'G.x', 'at0'),
      wire('WF', 'F.load', 'P0.x', 'at0'),
      ...chain,
      wire('WL', `P${count}.x`, 'L.1', `at${count}`),
      wire('WE', 'L.2', 'G.x', 'at0'),
    ],
  };
}

export function wire(id: string, from: TerminalRef, to: TerminalRef, place: string): Section {
  return { id, name: id, from, to, areaMm2: 1, lengthMetres: 1, colour: 'red', places: [place] };
}
