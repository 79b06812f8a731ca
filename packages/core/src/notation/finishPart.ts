import type { Condition } from '../circuit/condition';
import type { ModulePin } from '../circuit/parts/module';
import type { Part } from '../circuit/parts/part';
import type { AssumedOfPart, PartCommon } from '../circuit/parts/partKind';
import { assumedOfPart } from '../circuit/parts/partKind';
import type { RelayPins } from '../circuit/parts/relay';
import { usualCoilOhms } from '../circuit/parts/relay';
import { pinNumbers } from '../circuit/parts/pinNames';
import { assumedPlace } from './bodyPlan';
import { cavityOf, unnamedCavities } from './cavities';
import type { PartDraft, Usage } from './drafts';
import { switchWord } from './switchWords';

/** The positions of a control, resting one first. */
export type PositionsOf = (control: string) => readonly string[];

/** Figures of a fitting that nobody gave. Judgement. */
const usualRatingAmps = 10;
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

/** The cavity that a fuse or relay sits in where none was said: a fuse's number; relays are numbered by themselves. */
export function usualCavity({ id, kind }: Pick<Part, 'id' | 'kind'>): string {
  if (kind === 'relay') return id;
  return /^[A-Z]+(\d+[a-z]?)$/.exec(id)?.[1] ?? id;
}

/** A part with everything that was not written filled in, and marked as assumed where it is a guess. */
export function finishPart(
  draft: PartDraft,
  usage: Usage,
  nominalVolts: number,
  positionsOf: PositionsOf,
): Part {
  const { id, name, kind, fields } = draft;
  const assumed = new Set(draft.assumed);
  const guess: Guess = (field, given, guessed) => {
    if (given === undefined) assumed.add(field);
    return given ?? guessed;
  };
  const { price } = fields;
  const place = guess('place', fields.place, assumedPlace({ id, kind }));
  const common: PartCommon = { id, name, place, ...(price === undefined ? {} : { price }) };
  const made =
    plainPart(draft, common, guess) ??
    supplyPart(draft, common, guess, nominalVolts) ??
    wiredPart(draft, common, guess, usage, nominalVolts, positionsOf);
  const listed = assumedOfPart.filter((each) => assumed.has(each));
  return listed.length === 0 ? made : { ...made, assumed: listed };
}

/** A field's value as given, or else as guessed and marked so. */
type Guess = <T>(field: AssumedOfPart, given: T | undefined, guessed: T) => T;

/** Loads. */
function plainPart({ kind, fields, word }: PartDraft, common: PartCommon, guess: Guess): Part | null {
  const { shows } = fields;
  const shown = shows === undefined ? {} : { shows };
  if (kind === 'lamp') {
    const watts = guess('watts', fields.watts, word.usual ?? usualWatts);
    return { ...common, kind, watts, count: fields.count ?? 1, ...shown };
  }
  if (kind === 'two-filament lamp') {
    const first = guess('watts', fields.watts, usualTwinWatts[0]);
    const watts = [first, fields.secondWatts ?? usualTwinWatts[1]] as const;
    return { ...common, kind, watts, uses: fields.uses ?? usual.uses, ...shown };
  }
  const ohms = () => guess('ohms', fields.ohms, word.usual ?? usualOhms);
  if (kind === 'motor' || kind === 'heater' || kind === 'solenoid' || kind === 'resistor') {
    return { ...common, kind, ohms: ohms(), ...shown };
  }
  if (kind === 'potentiometer') return { ...common, kind, ohms: ohms(), share: fields.share ?? usual.share };
  return null;
}

/** What feeds and protects, and what only joins. */
function supplyPart(draft: PartDraft, common: PartCommon, guess: Guess, nominalVolts: number): Part | null {
  const { kind, fields } = draft;
  if (kind === 'battery') {
    const volts = fields.volts ?? usual.batteryVolts(nominalVolts);
    return { ...common, kind, volts, internalOhms: fields.internalOhms ?? usual.batteryOhms };
  }
  if (kind === 'splice' || kind === 'ground' || kind === 'diode') return { ...common, kind };
  const rating = () => guess('ratingAmps', fields.ratingAmps, usualRatingAmps);
  if (kind === 'fusible link' || kind === 'breaker') return { ...common, kind, ratingAmps: rating() };
  if (kind !== 'fuse') return null;
  return { ...common, kind, ...boxOf(draft), style: fields.style ?? usual.style, ratingAmps: rating() };
}

const boxOf = ({ id, kind, fields: { centre, cavity } }: PartDraft) => ({
  centre: centre ?? usual.centre,
  cavity: cavity ?? usualCavity({ id, kind }),
});

/** What has pins of its own, which the paths that use it may say. */
function wiredPart(
  draft: PartDraft,
  common: PartCommon,
  guess: Guess,
  usage: Usage,
  nominalVolts: number,
  positionsOf: PositionsOf,
): Part {
  const { id, kind, word, fields } = draft;
  if (kind === 'connector') {
    const cavities = fields.cavities ?? cavitiesUsed(usage);
    return { ...common, kind, cavities, halves: fields.halves ?? usual.halves };
  }
  if (kind === 'switch') {
    const own = switchWord(word.word);
    const control = fields.control ?? own.control(id, common.name).id;
    const positions = positionsOf(control);
    const legs = fields.legs?.map((leg) => ({ ...leg, closedIn: leg.closedIn ?? positions.slice(1) }));
    return { ...common, kind, control, legs: legs ?? own.legs(usage, positions) };
  }
  if (kind === 'module') {
    const { drawAmps, modulePins = [] } = fields;
    const pins = [...modulePins, ...pinsUsed(id, modulePins, usage)];
    return { ...common, kind, ...(drawAmps === undefined ? {} : { drawAmps }), pins };
  }
  const { leastOhms, mostOhms } = fields;
  return {
    ...common,
    kind: 'relay',
    ...boxOf(draft),
    coilOhms: guess('coilOhms', fields.coilOhms, usualCoilOhms(nominalVolts)),
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

function present<T extends object, K extends keyof T>(from: T, keys: readonly K[]): Pick<T, K> {
  return Object.fromEntries(
    keys.flatMap((key) => (from[key] === undefined ? [] : [[key, from[key]]])),
  ) as Pick<T, K>;
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

const numbers = { din: pinNumbers('din'), running: pinNumbers('running') };
/** The four pins that every relay has. */
const fourPins = ({ coilFeed, coilCommand, supply, normallyOpen }: RelayPins): RelayPins => ({
  coilFeed,
  coilCommand,
  supply,
  normallyOpen,
});

/**
 * The pins of a relay by role. Where they were not given, the numbers that its paths use tell which way it is numbered,
 * which coil pin the feed comes in by, and whether the contact's feed comes in at 87.
 */
function relayPinsOf(given: Partial<RelayPins> | undefined, { arrivals, leavings }: Usage): RelayPins {
  const standard = fourPins(numbers.din);
  if (given !== undefined) return { ...standard, ...given };
  const used = (pin: string) => arrivals.includes(pin) || leavings.includes(pin);
  const running = fourPins(numbers.running);
  const small = !Object.values(standard).some(used) && Object.values(running).some(used);
  const plain = small ? running : standard;
  const closed = numbers[small ? 'running' : 'din'].normallyClosed;
  const second = numbers.din.secondOpen;
  const turned = (feed: string, other: string) =>
    arrivals.includes(other) && !leavings.includes(other) && !arrivals.includes(feed);
  const coil = turned(plain.coilFeed, plain.coilCommand)
    ? { coilFeed: plain.coilCommand, coilCommand: plain.coilFeed }
    : {};
  const single = !used(closed) && !used(second);
  const contact =
    single && turned(plain.supply, plain.normallyOpen) && leavings.includes(plain.supply)
      ? { supply: plain.normallyOpen, normallyOpen: plain.supply }
      : {};
  return {
    ...plain,
    ...coil,
    ...contact,
    ...(used(closed) ? { normallyClosed: closed } : {}),
    ...(used(second) ? { secondOpen: second } : {}),
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
function pinsUsed(
  module: string,
  known: readonly ModulePin[],
  { stops, spliced }: Usage,
): readonly ModulePin[] {
  const seen = new Set(known.map(({ pin }) => pin));
  return stops.flatMap((stop): readonly ModulePin[] => {
    const { arrive, leave, loadBefore, loadAfter, switchAfter } = stop;
    const pin = arrive ?? leave;
    if (pin === null || seen.has(pin)) return [];
    seen.add(pin);
    // Its path may end at a splice, and go on in other lines.
    const { work, ground, supply } = spliced(stop);
    if (arrive !== null) {
      return [
        loadBefore || (work && !supply)
          ? { pin, role: 'low-side output', drivenWhen: commanded(module, pin) }
          : { pin, role: 'supply' },
      ];
    }
    if (loadAfter || (work && !ground))
      return [{ pin, role: 'high-side output', drivenWhen: commanded(module, pin) }];
    return [switchAfter ? { pin, role: 'input', pull: 'up' } : { pin, role: 'ground' }];
  });
}
