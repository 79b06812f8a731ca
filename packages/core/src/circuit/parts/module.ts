import { conditionHolds } from '../condition';
import type { Condition } from '../condition';
import type { Effect, PartFailure } from './effect';
import { partRates } from './partRates';
import type { PartCommon, PartKind, StampContext, UnknownFigure } from './partKind';

/** An output, driven while its condition holds. */
export interface OutputPin {
  readonly pin: string;
  readonly role: 'low-side output' | 'high-side output';
  readonly drivenWhen: Condition;
  /** The supply pin that a high-side output takes its current from; the first one when absent. */
  readonly supply?: string | undefined;
  /** Ohms of its transistor, what it leaks while off, and the amps at which it switches itself off, where known. */
  readonly onOhms?: number | undefined;
  readonly leakOhms?: number | undefined;
  readonly limitAmps?: number | undefined;
}

/** An input, held up to the module's supply or down to its ground until something outside decides. */
export interface InputPin {
  readonly pin: string;
  readonly role: 'input';
  readonly pull: 'up' | 'down';
  /** A range where it is not given. */
  readonly pullOhms?: number | undefined;
  /** The supply or sensor supply that it is pulled up to; the module's first supply when absent. */
  readonly pullTo?: string | undefined;
  /** Volts above which it reads high, where known. */
  readonly highAboveVolts?: number | undefined;
}

/** A supply for sensors: so many volts up to so many amps, which it then holds while the volts give way and no fuse blows. */
export interface SensorSupplyPin {
  readonly pin: string;
  readonly role: 'sensor supply';
  readonly volts: number;
  readonly limitAmps: number;
}

/** One pin of a module, by what it does there. */
export type ModulePin =
  | { readonly pin: string; readonly role: 'supply' | 'ground' }
  | OutputPin
  | InputPin
  | SensorSupplyPin;

/** Terminals are its pins, by their printed numbers. One supply and one ground at least. */
export interface ModulePart extends PartCommon {
  readonly kind: 'module';
  readonly pins: readonly ModulePin[];
  /** Amps that it draws at each supply while awake, where known. */
  readonly drawAmps?: number | undefined;
}

/** What the module itself draws from each supply pin, ohms: some milliamps asleep, tenths of an amp at work. Judgement. */
const standingOhms: UnknownFigure = { usual: 1200, low: 300, high: 12_000 };
/** A driven output's transistor, ohms; the leak of one that is off; the amps at which it protects itself. Judgement. */
const drivenOhms: UnknownFigure = { usual: 0.1, low: 0.02, high: 0.5 };
const leakOhms: UnknownFigure = { usual: 220_000, low: 10_000, high: 1e9 };
const highSideLimitAmps: UnknownFigure = { usual: 25, low: 15, high: 50 };
const lowSideLimitAmps: UnknownFigure = { usual: 8, low: 4, high: 25 };
/** Ohms that an input is pulled through, where they are not given. Judgement. */
const pullOhms: UnknownFigure = { usual: 4700, low: 1000, high: 50_000 };
/** Ohms between the grounds of one module. Judgement. */
const groundsOhms = 0.05;
/** Ohms of a pin in its plug. Judgement. */
const plugOhms = 0.002;
/** Ohms of a sensor supply while it holds its volts; past its limit its amps change by a thousandth of it a volt. Judgement. */
const regulatedOhms = 0.1;
const stiffness = 1000;
/** Share of nominal volts between supply and ground below which a module does nothing. */
const awakeShare: UnknownFigure = { usual: 0.5, low: 0.4, high: 0.7 };
/** Share of nominal volts above which an input reads high, where it is not given. Judgement. */
const highShare: UnknownFigure = { usual: 0.4, low: 0.25, high: 0.55 };
/** Ohms from a supply pin to the ground within a module that is shorted or wet inside, and that of one which draws by itself. */
const insideOhms: readonly number[] = [0.05, 0.25, 0.8, 2, 5];
const drawingOhms: readonly number[] = [9, 25, 60, 150];
/** Ohms of a green pin in its plug. */
const weakPinOhms: readonly number[] = [0.5, 2, 8, 40];

/** Whether something stands on a module's input or output: no lamp goes there. */
export function isSignalPin({ role }: ModulePin): boolean {
  return role !== 'supply' && role !== 'ground';
}

/** The supply pins of outputs alone: the module's own wits do not need them. The first supply is always needed. */
function outputSupplies({ pins }: ModulePart): ReadonlySet<string> {
  const named = new Set(pins.flatMap((each) => ('drivenWhen' in each ? (each.supply ?? []) : [])));
  named.delete(pins.find(({ role }) => role === 'supply')?.pin ?? '');
  return named;
}

/** Nothing works without every ground and every supply that is not for outputs alone; an output also wants its condition. */
export const moduleKind: PartKind<ModulePart> = {
  removal: 'unplug',
  removalMinutes: 1,
  terminals: (part) => part.pins.map((each) => each.pin),
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  failuresShow: false,
  failures: (part) => [...wholeFailures(part), ...part.pins.flatMap(pinFailures)],
  stamp(part, context) {
    const { builder, node, nominalVolts, unknowns } = context;
    const inner = (pin: string) => builder.inside(`behind ${pin}`);
    for (const { pin } of part.pins) builder.resistor(`plug ${pin}`, node(pin), inner(pin), plugOhms);
    const nodesOf = (role: ModulePin['role']) =>
      part.pins.filter((each) => each.role === role).map((each) => inner(each.pin));
    const grounds = nodesOf('ground');
    const [ground, supply] = [grounds[0], nodesOf('supply')[0]];
    if (ground === undefined || supply === undefined) return;
    const draw = part.drawAmps === undefined ? standingOhms[unknowns] : nominalVolts / part.drawAmps;
    for (const each of nodesOf('supply')) builder.resistor('standing', each, ground, draw);
    for (const each of grounds.slice(1)) builder.resistor('grounds', each, ground, groundsOhms);
    const spared = outputSupplies(part);
    const needed = part.pins
      .filter(({ role, pin }) => role === 'supply' && !spared.has(pin))
      .map(({ pin }) => inner(pin));
    const least = (volts: (node: number) => number) =>
      Math.min(...needed.map((each) => volts(each) - volts(ground))) / nominalVolts;
    const rails: Rails = {
      ground,
      supply,
      inner,
      awake: (volts) => least(volts) > awakeShare[unknowns],
      drowsy: (volts) => least(volts) > awakeShare.low && least(volts) <= awakeShare.high,
    };
    for (const pin of part.pins) {
      if (pin.role === 'input') stampInput(pin, context, rails);
      else if (pin.role === 'sensor supply') stampSensorSupply(pin, context, rails);
      else if ('drivenWhen' in pin) stampOutput(pin, context, rails);
    }
  },
};

type Volts = (node: number) => number;

/** What stands behind the pins of one module. */
interface Rails {
  readonly supply: number;
  readonly ground: number;
  readonly inner: (pin: string) => number;
  readonly awake: (volts: Volts) => boolean;
  /** Whether its volts are between those at which some modules wake and all do. */
  readonly drowsy: (volts: Volts) => boolean;
}

function stampOutput(pin: OutputPin, { builder, state, unknowns }: StampContext, rails: Rails): void {
  const a = rails.inner(pin.pin);
  const low = pin.role === 'low-side output';
  const b = low ? rails.ground : pin.supply === undefined ? rails.supply : rails.inner(pin.supply);
  const ohms = pin.onOhms ?? drivenOhms[unknowns];
  const limits = low ? lowSideLimitAmps : highSideLimitAmps;
  const amps = (volts: Volts, within: number) => Math.abs(volts(a) - volts(b)) / within;
  builder.resistor(`leak ${pin.pin}`, a, rails.ground, pin.leakOhms ?? leakOhms[unknowns]);
  builder.switching({
    role: pin.pin,
    a,
    b,
    ohms,
    atRest: false,
    latched: true,
    protects: true,
    limitUnknown: pin.limitAmps === undefined,
    overload: (volts, within) => amps(volts, within) / (pin.limitAmps ?? limits[unknowns]),
    next: (_joined, volts, stands) =>
      conditionHolds(pin.drivenWhen, state.controls, stands) && rails.awake(volts),
    doubtful: (joined, volts) =>
      rails.drowsy(volts) || (joined && pin.limitAmps === undefined && amps(volts, ohms) > limits.low),
  });
}

function stampInput(pin: InputPin, { builder, nominalVolts, unknowns }: StampContext, rails: Rails): void {
  const at = rails.inner(pin.pin);
  const pull = pin.pullOhms ?? pullOhms[unknowns];
  const up = pin.pullTo === undefined ? rails.supply : rails.inner(pin.pullTo);
  const above = (volts: Volts) => volts(at) - volts(rails.ground);
  builder.resistor(`pull ${pin.pin}`, at, pin.pull === 'up' ? up : rails.ground, pull);
  builder.switching({
    role: pin.pin,
    a: at,
    b: at,
    ohms: pull,
    atRest: false,
    next: (_joined, volts) =>
      rails.awake(volts) && above(volts) > (pin.highAboveVolts ?? highShare[unknowns] * nominalVolts),
    doubtful: (_joined, volts) =>
      pin.highAboveVolts === undefined &&
      above(volts) > highShare.low * nominalVolts &&
      above(volts) <= highShare.high * nominalVolts,
  });
}

/**
 * Its volts behind next to nothing up to the limit; past it, just the limit's amps into whatever there is, until that
 * would take more than its volts again. Two devices of which one conducts, and both see the same volts as they change over.
 */
function stampSensorSupply(pin: SensorSupplyPin, { builder }: StampContext, rails: Rails): void {
  const { volts: sourceVolts, limitAmps } = pin;
  const [a, b] = [rails.inner(pin.pin), rails.ground];
  const across = (volts: Volts) => volts(a) - volts(b);
  const tooMuch = (volts: Volts) => (sourceVolts - across(volts)) / regulatedOhms >= limitAmps;
  const limiting = `${pin.pin} at its limit`;
  builder.switching({
    role: pin.pin,
    a,
    b,
    sourceVolts,
    ohms: regulatedOhms,
    atRest: false,
    next: (joined, volts, stands) =>
      rails.awake(volts) && (joined ? !tooMuch(volts) : !stands(limiting) || across(volts) >= sourceVolts),
    doubtful: (_joined, volts) => rails.drowsy(volts),
  });
  const ohms = (stiffness * sourceVolts) / limitAmps;
  builder.switching({
    role: limiting,
    a,
    b,
    sourceVolts: limitAmps * ohms,
    ohms,
    atRest: false,
    next: (joined, volts, stands) =>
      rails.awake(volts) && (joined ? across(volts) < sourceVolts : stands(pin.pin) && tooMuch(volts)),
  });
}

/** What goes wrong with a module as a whole. */
function wholeFailures(part: ModulePart): readonly PartFailure[] {
  const driven = part.pins.filter((each) => 'drivenWhen' in each);
  const dead = (pins: readonly ModulePin[]): readonly Effect[] => {
    const [first, ...others] = pins.map(({ pin }) => pin);
    return first === undefined ? [] : [{ kind: 'hold', role: first, joined: false, others }];
  };
  const all = part.pins.filter(({ role }) => role !== 'supply' && role !== 'ground');
  const groups = [...new Set(driven.map((each) => each.supply ?? ''))]
    .map((supply) => driven.filter((each) => (each.supply ?? '') === supply))
    .filter((group) => group.length > 1 && group.length < all.length);
  const supplies = part.pins.filter(({ role }) => role === 'supply');
  const ground = part.pins.find(({ role }) => role === 'ground')?.pin ?? '';
  const across = (name: string, rate: number, grid: readonly number[]) =>
    supplies.map(({ pin }): PartFailure => ({
      name: `${name} at pin ${pin}`,
      rate: rate / supplies.length,
      hazard: 'wet path to ground',
      effects: grid.map((ohms) => ({ kind: 'tie', terminal: pin, other: ground, ohms })),
    }));
  return [
    ...(all.length > 1
      ? [
          {
            name: 'dead as a whole',
            rate: partRates.moduleDead,
            hazard: 'wet path to ground',
            effects: dead(all),
          } as const,
        ]
      : []),
    ...groups.map((group): PartFailure => ({
      name: `outputs ${group.map(({ pin }) => pin).join(', ')} dead together`,
      rate: partRates.outputGroupDead,
      hazard: 'wet path to ground',
      effects: dead(group),
    })),
    ...across('shorted or wet inside', partRates.moduleShorted, insideOhms),
    ...across('draws by itself', partRates.moduleDraws, drawingOhms),
  ];
}

/** A pin pushed out of the module's plug, or green in it: another module does not cure it. */
function plugFailures({ pin }: ModulePin): readonly PartFailure[] {
  const role = `plug ${pin}`;
  return [
    {
      name: `pin ${pin} pushed out of the plug`,
      rate: partRates.modulePinOpen,
      hazard: 'open',
      effects: [{ kind: 'cut', role, atRest: [], inPlug: true }],
    },
    {
      name: `pin ${pin} green in the plug`,
      rate: partRates.modulePinOpen / 2,
      hazard: 'wet path to ground',
      effects: weakPinOhms.map((ohms) => ({ kind: 'added', role, ohms, inPlug: true })),
    },
  ];
}

/** What goes wrong behind a pin, and in its place in the plug. */
function pinFailures(pin: ModulePin): readonly PartFailure[] {
  const held = (name: string, rate: number, joined: boolean): PartFailure => ({
    name,
    rate,
    hazard: 'open',
    effects: [{ kind: 'hold', role: pin.pin, joined }],
  });
  switch (pin.role) {
    case 'supply':
    case 'ground':
      return plugFailures(pin);
    case 'input':
      return [
        held(`input ${pin.pin} deaf, reads low`, partRates.inputDeaf, false),
        held(`input ${pin.pin} deaf, reads high`, partRates.inputDeaf, true),
        ...plugFailures(pin),
      ];
    case 'sensor supply':
      return [
        {
          name: `sensor supply ${pin.pin} dead`,
          rate: partRates.sensorSupplyDead,
          hazard: 'open',
          effects: [{ kind: 'hold', role: pin.pin, joined: false, others: [`${pin.pin} at its limit`] }],
        },
        ...plugFailures(pin),
      ];
    case 'low-side output':
    case 'high-side output':
      return [
        held(`output ${pin.pin} dead`, partRates.outputDead, false),
        held(`output ${pin.pin} stuck on`, partRates.outputStuck, true),
        ...plugFailures(pin),
      ];
  }
}
