import type { Condition } from '../circuit/condition';
import type { ModulePin } from '../parts/module';
import type { Part } from '../parts/part';
import { assumedOfPart } from '../parts/partKind';
import type { RelayPins } from '../parts/relay';
import type { SwitchLeg } from '../parts/switch';
import { assumedPlace } from './bodyPlan';
import { cavityOf, unnamedCavities } from './cavities';
import type { PartDraft, Stop } from './drafts';
import { standardRelayPins } from './drafts';

/** How the paths use a part. */
export interface Usage {
  /** Pins as written, in order of appearance, where a path comes in and where it goes on. */
  readonly arrivals: readonly string[];
  readonly leavings: readonly string[];
  readonly stops: readonly Stop[];
}

/** The positions of a control, resting one first. */
export type PositionsOf = (control: string) => readonly string[];

/** Figures of a fitting that nobody gave. Judgement: a fuse of 10 A, a coil of 85 Ω at 12 V. */
const usualRatingAmps = 10;
const usualCoilOhms = 85;
const usualWatts = 21;
const usualOhms = 5;
const usualTwinWatts = [5, 21] as const;
/** What is said of parts where nothing was. */
export const usual = {
  centre: 'Fuse box',
  halves: ['supply side', 'load side'],
  uses: ['tail', 'brake'],
  style: 'regular blade',
  batteryVolts: (nominal: number) => Number((nominal * 1.05).toFixed(1)),
  batteryOhms: 0.02,
  share: 0.5,
} as const;

/** The cavity that a fuse or relay sits in where none was said: its number. */
export function usualCavity(id: string): string {
  return /^[A-Z]+(\d+[a-z]?)$/.exec(id)?.[1] ?? id;
}

/** A part with everything that was not written filled in, and marked as assumed where it is a guess. */
export function finishPart(
  { id, name, word, kind, fields, assumed: marked }: PartDraft,
  usage: Usage,
  nominalVolts: number,
  positionsOf: PositionsOf,
): Part {
  const assumed = new Set(marked);
  const guess = <T>(field: string, given: T | undefined, guessed: T): T => {
    if (given === undefined) assumed.add(field);
    return given ?? guessed;
  };
  const place = guess('place', fields.place, assumedPlace({ id, kind }));
  const { price, shows } = fields;
  const common = { id, name, place, ...(price === undefined ? {} : { price }) };
  const shown = shows === undefined ? {} : { shows };
  const inBox = { centre: fields.centre ?? usual.centre, cavity: fields.cavity ?? usualCavity(id) };
  const made = ((): Part => {
    switch (kind) {
      case 'battery':
        return {
          ...common,
          kind,
          volts: fields.volts ?? usual.batteryVolts(nominalVolts),
          internalOhms: fields.internalOhms ?? usual.batteryOhms,
        };
      case 'splice':
      case 'ground':
      case 'diode':
        return { ...common, kind };
      case 'fuse': {
        const ratingAmps = guess('ratingAmps', fields.ratingAmps, usualRatingAmps);
        return { ...common, kind, ...inBox, style: fields.style ?? usual.style, ratingAmps };
      }
      case 'fusible link':
      case 'breaker':
        return { ...common, kind, ratingAmps: guess('ratingAmps', fields.ratingAmps, usualRatingAmps) };
      case 'lamp':
        return {
          ...common,
          kind,
          watts: guess('watts', fields.watts, word.usual ?? usualWatts),
          count: fields.count ?? 1,
          ...shown,
        };
      case 'two-filament lamp':
        return {
          ...common,
          kind,
          watts: [guess('watts', fields.watts, usualTwinWatts[0]), fields.secondWatts ?? usualTwinWatts[1]],
          uses: fields.uses ?? usual.uses,
          ...shown,
        };
      case 'motor':
      case 'heater':
      case 'solenoid':
      case 'resistor':
        return { ...common, kind, ohms: guess('ohms', fields.ohms, word.usual ?? usualOhms), ...shown };
      case 'potentiometer':
        return {
          ...common,
          kind,
          ohms: guess('ohms', fields.ohms, word.usual ?? usualOhms),
          share: fields.share ?? usual.share,
        };
      case 'connector':
        return {
          ...common,
          kind,
          cavities: fields.cavities ?? cavitiesUsed(usage),
          halves: fields.halves ?? usual.halves,
        };
      case 'switch': {
        const control = fields.control ?? ownControl(word.word, id);
        const positions = positionsOf(control);
        const legs = fields.legs?.map((leg) => ({ ...leg, closedIn: leg.closedIn ?? positions.slice(1) }));
        return { ...common, kind, control, legs: legs ?? legsUsed(word.word, usage, positions) };
      }
      case 'module': {
        const { drawAmps } = fields;
        const pins = [...(fields.modulePins ?? []), ...pinsUsed(id, fields.modulePins ?? [], usage)];
        return { ...common, kind, ...(drawAmps === undefined ? {} : { drawAmps }), pins };
      }
      case 'relay': {
        const { leastOhms, mostOhms } = fields;
        return {
          ...common,
          kind,
          ...inBox,
          coilOhms: guess('coilOhms', fields.coilOhms, (usualCoilOhms * nominalVolts ** 2) / 144),
          pins: relayPinsOf(fields.relayPins, usage),
          ...(leastOhms === undefined || mostOhms === undefined ? {} : { coilBand: { leastOhms, mostOhms } }),
          ...present(fields, [
            'suppressionOhms',
            'suppressionDiode',
            'solidState',
            'footprint',
            'pullInVolts',
            'dropOutVolts',
          ]),
        };
      }
    }
  })();
  const listed = assumedOfPart.filter((each) => assumed.has(each));
  return listed.length === 0 ? made : { ...made, assumed: listed };
}

function present<T extends object, K extends keyof T>(from: T, keys: readonly K[]): Pick<T, K> {
  return Object.fromEntries(
    keys.flatMap((key) => (from[key] === undefined ? [] : [[key, from[key]]])),
  ) as Pick<T, K>;
}

/** The control of a switch that names none: the ignition's key, or one of its own. */
export function ownControl(word: string, id: string): string {
  return word === 'ignition' ? 'key' : id;
}

/** The legs of a switch that says none, from the pins that its paths use. */
function legsUsed(
  word: string,
  { arrivals, leavings }: Usage,
  positions: readonly string[],
): readonly SwitchLeg[] {
  const closedIn = positions.slice(1);
  if (word === 'ignition') {
    const on = ['run', 'start'].filter((each) => positions.includes(each));
    const start = ['start'].filter((each) => positions.includes(each));
    return [
      { a: '30', b: '15', closedIn: on },
      { a: '30', b: '50', closedIn: start },
    ];
  }
  const used = [...new Set([...arrivals, ...leavings])];
  // With three pins or more the one that most paths come in by is common to all.
  const common = used.find((pin) => arrivals.includes(pin)) ?? '1';
  const others = used.filter((pin) => pin !== common);
  if (others.length === 0) return [{ a: common === '2' ? '1' : common, b: '2', closedIn }];
  return others.map((pin) => ({ a: common, b: pin, closedIn }));
}

/** The cavities that paths use, in the order in which they come. */
function cavitiesUsed({ stops }: Usage): readonly string[] {
  const unnamed = unnamedCavities(stops);
  const used = stops.flatMap((stop) => {
    const own = unnamed.get(stop);
    if (own !== undefined) return [own];
    return [stop.arrive, stop.leave].flatMap((pin) => (pin === null ? [] : [cavityOf(pin, null).cavity]));
  });
  return used.length === 0 ? ['1'] : [...new Set(used)];
}

const running = { coilFeed: '1', coilCommand: '2', supply: '3', normallyOpen: '5' } as const;

/**
 * The pins of a relay by role. Where they were not given, the numbers that its paths use tell which way it is numbered,
 * which coil pin the feed comes in by, and whether the contact's feed comes in at 87.
 */
export function relayPinsOf(given: Partial<RelayPins> | undefined, { arrivals, leavings }: Usage): RelayPins {
  if (given !== undefined) return { ...standardRelayPins, ...given };
  const used = (pin: string) => arrivals.includes(pin) || leavings.includes(pin);
  const printed = Object.values(standardRelayPins).some(used);
  const small = !printed && Object.values(running).some(used);
  const plain: RelayPins = small ? running : standardRelayPins;
  const closed = small ? '4' : '87a';
  const turned = (feed: string, other: string) =>
    arrivals.includes(other) && !leavings.includes(other) && !arrivals.includes(feed);
  const coil = turned(plain.coilFeed, plain.coilCommand)
    ? { coilFeed: plain.coilCommand, coilCommand: plain.coilFeed }
    : {};
  const single = !used(closed) && !used('87b');
  const contact =
    single && turned(plain.supply, plain.normallyOpen) && leavings.includes(plain.supply)
      ? { supply: plain.normallyOpen, normallyOpen: plain.supply }
      : {};
  return {
    ...plain,
    ...coil,
    ...contact,
    ...(used(closed) ? { normallyClosed: closed } : {}),
    ...(used('87b') ? { secondOpen: '87b' } : {}),
  };
}

/** The control that stands for a module's command that nobody described. */
export function commandControl(module: string, pin: string): string {
  return `${module}-${pin}`.slice(0, 40);
}

/** When an output is driven that says nothing about it: as somebody commands it. */
export function commanded(module: string, pin: string): Condition {
  return { control: commandControl(module, pin), is: 'on' };
}

/** What the pins do that the paths use and nobody described, from what lies on their way. */
function pinsUsed(module: string, known: readonly ModulePin[], { stops }: Usage): readonly ModulePin[] {
  const seen = new Set(known.map(({ pin }) => pin));
  return stops.flatMap(({ arrive, leave, loadBefore, loadAfter, switchAfter }): readonly ModulePin[] => {
    const pin = arrive ?? leave;
    if (pin === null || seen.has(pin)) return [];
    seen.add(pin);
    if (arrive !== null) {
      return [
        loadBefore
          ? { pin, role: 'low-side output', drivenWhen: commanded(module, pin) }
          : { pin, role: 'supply' },
      ];
    }
    if (loadAfter) return [{ pin, role: 'high-side output', drivenWhen: commanded(module, pin) }];
    return [switchAfter ? { pin, role: 'input', pull: 'up' } : { pin, role: 'ground' }];
  });
}
