import type { Hazard, Place, Strip } from '../circuit/circuit';
import type { Part } from '../circuit/parts/part';

interface Zone {
  readonly id: string;
  readonly name: string;
  readonly reachMinutes: number;
  /** Usual trim: its name and minutes. */
  readonly trim?: readonly [name: string, minutes: number];
  readonly hazards: readonly Hazard[];
  readonly visibility: number;
}

/** The zones of a body with their usual trim. Minutes and shares that can be seen: judgement, a common car or van. */
const zones: readonly Zone[] = [
  { id: 'engine-bay', name: 'engine bay', reachMinutes: 1, hazards: ['heat'], visibility: 0.5 },
  { id: 'fuse-box', name: 'fuse box', reachMinutes: 1, hazards: [], visibility: 0.4 },
  { id: 'bulkhead', name: 'bulkhead', reachMinutes: 1.5, hazards: ['rub'], visibility: 0.3 },
  {
    id: 'front',
    name: 'front end',
    reachMinutes: 1.5,
    trim: ['front trim', 5],
    hazards: ['water', 'vibration'],
    visibility: 0.4,
  },
  {
    id: 'dash',
    name: 'behind the dash',
    reachMinutes: 1,
    trim: ['lower dash panel', 5],
    hazards: [],
    visibility: 0.4,
  },
  {
    id: 'console',
    name: 'centre console',
    reachMinutes: 1,
    trim: ['console', 12],
    hazards: [],
    visibility: 0.4,
  },
  {
    id: 'column',
    name: 'steering column',
    reachMinutes: 1,
    trim: ['column shroud', 5],
    hazards: ['flex'],
    visibility: 0.3,
  },
  { id: 'seat', name: 'under the seat', reachMinutes: 1, hazards: ['rub'], visibility: 0.5 },
  {
    id: 'sill-left',
    name: 'left sill',
    reachMinutes: 1,
    trim: ['left sill trim', 5],
    hazards: ['water'],
    visibility: 0.6,
  },
  {
    id: 'sill-right',
    name: 'right sill',
    reachMinutes: 1,
    trim: ['right sill trim', 5],
    hazards: ['water'],
    visibility: 0.6,
  },
  {
    id: 'a-pillar',
    name: 'A-pillar',
    reachMinutes: 1,
    trim: ['A-pillar trim', 4],
    hazards: [],
    visibility: 0.4,
  },
  {
    id: 'b-pillar',
    name: 'B-pillar',
    reachMinutes: 1,
    trim: ['B-pillar trim', 6],
    hazards: [],
    visibility: 0.4,
  },
  {
    id: 'c-pillar',
    name: 'C-pillar',
    reachMinutes: 1,
    trim: ['C-pillar trim', 6],
    hazards: [],
    visibility: 0.4,
  },
  {
    id: 'd-pillar',
    name: 'D-pillar',
    reachMinutes: 1,
    trim: ['D-pillar trim', 6],
    hazards: [],
    visibility: 0.4,
  },
  {
    id: 'floor',
    name: 'floor, under the carpet',
    reachMinutes: 2,
    trim: ['carpet', 15],
    hazards: ['water'],
    visibility: 0.4,
  },
  { id: 'roof', name: 'roof', reachMinutes: 1.5, trim: ['headliner', 25], hazards: [], visibility: 0.4 },
  {
    id: 'front-door',
    name: 'front door',
    reachMinutes: 1,
    trim: ['front door card', 8],
    hazards: ['flex', 'water'],
    visibility: 0.5,
  },
  {
    id: 'rear-door',
    name: 'rear door',
    reachMinutes: 1,
    trim: ['rear door card', 8],
    hazards: ['flex', 'water'],
    visibility: 0.5,
  },
  { id: 'hinge', name: 'door hinge gaiter', reachMinutes: 1, hazards: ['flex'], visibility: 0.3 },
  {
    id: 'tailgate',
    name: 'tailgate',
    reachMinutes: 1,
    trim: ['tailgate trim', 6],
    hazards: ['flex', 'water'],
    visibility: 0.5,
  },
  { id: 'boot', name: 'boot', reachMinutes: 1, trim: ['boot side trim', 5], hazards: [], visibility: 0.5 },
  {
    id: 'rear',
    name: 'rear end',
    reachMinutes: 1.5,
    trim: ['rear light cover', 2],
    hazards: ['water'],
    visibility: 0.5,
  },
  { id: 'chassis', name: 'chassis, underneath', reachMinutes: 4, hazards: ['water', 'rub'], visibility: 0.6 },
  { id: 'tow', name: 'tow bar', reachMinutes: 1.5, hazards: ['water', 'earlier-work'], visibility: 0.7 },
];

/** The zones' ids, for completion. */
export const zoneIds: readonly string[] = zones.map(({ id }) => id);

/** A zone of the body plan as a place with its trim; null where there is none of that name. */
export function zoneById(id: string): { readonly place: Place; readonly strip: Strip | null } | null {
  const zone = zones.find((each) => each.id === id);
  if (zone === undefined) return null;
  const { name, reachMinutes, trim, hazards, visibility } = zone;
  const strip = trim === undefined ? null : { id: `${id}-trim`, name: trim[0], minutes: trim[1] };
  const place = {
    id,
    name,
    reachMinutes,
    hazards,
    visibility,
    ...(strip === null ? {} : { strip: strip.id }),
  };
  return { place, strip };
}

const usualZone: Readonly<Partial<Record<Part['kind'], string>>> = {
  battery: 'engine-bay',
  fuse: 'fuse-box',
  relay: 'fuse-box',
  'fusible link': 'engine-bay',
  breaker: 'fuse-box',
  diode: 'fuse-box',
  switch: 'dash',
  module: 'dash',
};

/** Minutes to a part whose place nobody gave. Judgement. */
const somewhereMinutes = { splice: 4, other: 2 } as const;

/** Where a part is assumed to be: a zone by its kind, or a place of its own. */
export function assumedPlace({ id, kind }: Pick<Part, 'id' | 'kind'>): string {
  return usualZone[kind] ?? `at-${id}`.slice(0, 40);
}

/** A place that somebody names and nobody describes. */
export function namedPlace(id: string): Place {
  const words = id.replace(/[-_]+/g, ' ').trim();
  const name = words.replace(
    /\b([a-d]) pillar\b/gi,
    (_all, letter: string) => `${letter.toUpperCase()}-pillar`,
  );
  return {
    id,
    name: name === '' ? id : name,
    reachMinutes: somewhereMinutes.other,
    hazards: [],
    visibility: 0.3,
  };
}

/** The place of its own that a part gets. */
export function ownPlace({ name, kind }: Pick<Part, 'name' | 'kind'>, id: string): Place {
  const reachMinutes = kind === 'splice' ? somewhereMinutes.splice : somewhereMinutes.other;
  return { id, name: `where ${name} is`.slice(0, 120), reachMinutes, hazards: [], visibility: 0.3 };
}
