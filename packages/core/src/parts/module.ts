import { conditionHolds } from '../circuit/condition';
import type { Condition } from '../circuit/condition';
import type { PartFailure } from '../faults/effect';
import type { PartCommon, PartKind, StampContext } from './partKind';

/** An output, driven while its condition holds. */
export interface OutputPin {
  readonly pin: string;
  readonly role: 'low-side output' | 'high-side output';
  readonly drivenWhen: Condition;
}

/** An input, held up to the module's supply or down to its ground until something outside decides. */
export interface InputPin {
  readonly pin: string;
  readonly role: 'input';
  readonly pull: 'up' | 'down';
  readonly pullOhms: number;
}

/** A supply for sensors: so many volts up to so many amps, above which the volts give way and no fuse blows. */
export interface SensorSupplyPin {
  readonly pin: string;
  readonly role: 'sensor supply';
  readonly volts: number;
  readonly limitAmps: number;
}

/** One pin of a module, by what it does there. */
export type ModulePin =
  { readonly pin: string; readonly role: 'supply' | 'ground' } | OutputPin | InputPin | SensorSupplyPin;

/** Terminals are its pins, by their printed numbers. One supply and one ground at least. */
export interface ModulePart extends PartCommon {
  readonly kind: 'module';
  readonly pins: readonly ModulePin[];
}

/** What the module itself draws from each supply pin, ohms: some 10 mA awake. Judgement. */
const standingOhms = 1200;
/** A driven output transistor, ohms, and the leak of one that is off. Judgement. */
const drivenOhms = 0.1;
const leakOhms = 220_000;
/** Ohms of a sensor supply while it holds its volts. Judgement. */
const regulatedOhms = 0.1;
/** Share of nominal volts between supply and ground below which a module does nothing. */
const awakeShare = 0.5;
/** Share of nominal volts above which an input reads high. Judgement. */
const highShare = 0.4;

/** Whether something stands on a module's input or output: no lamp goes there. */
export function isSignalPin({ role }: ModulePin): boolean {
  return role !== 'supply' && role !== 'ground';
}

/** Nothing works without every supply and every ground; an output also wants its condition. */
export const moduleKind: PartKind<ModulePart> = {
  removal: 'unplug',
  removalMinutes: 1,
  terminals: (part) => part.pins.map((each) => each.pin),
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  failuresShow: false,
  failures: ({ pins }) => pins.flatMap(pinFailures),
  stamp(part, context) {
    const { builder, node, nominalVolts } = context;
    const nodesOf = (role: ModulePin['role']) =>
      part.pins.filter((each) => each.role === role).map((each) => node(each.pin));
    const supplies = nodesOf('supply');
    const grounds = nodesOf('ground');
    const [ground, supply] = [grounds[0], supplies[0]];
    if (ground === undefined || supply === undefined) return;
    for (const each of supplies) builder.resistor('standing', each, ground, standingOhms);
    for (const each of grounds.slice(1)) builder.resistor('grounds', each, ground, drivenOhms);
    const awake = (volts: (node: number) => number) =>
      supplies.every((each) => volts(each) - volts(ground) > awakeShare * nominalVolts);
    const rails = { supply, ground, awake };
    for (const pin of part.pins) {
      if (pin.role === 'input') stampInput(pin, context, rails);
      else if (pin.role === 'sensor supply') stampSensorSupply(pin, context, rails);
      else if ('drivenWhen' in pin) stampOutput(pin, context, rails);
    }
  },
};

interface Rails {
  readonly supply: number;
  readonly ground: number;
  readonly awake: (volts: (node: number) => number) => boolean;
}

function stampOutput(pin: OutputPin, { builder, node, state }: StampContext, rails: Rails): void {
  builder.resistor('leak', node(pin.pin), rails.ground, leakOhms);
  builder.switching({
    role: pin.pin,
    a: node(pin.pin),
    b: pin.role === 'low-side output' ? rails.ground : rails.supply,
    ohms: drivenOhms,
    atRest: false,
    next: (_joined, volts, stands) =>
      conditionHolds(pin.drivenWhen, state.controls, stands) && rails.awake(volts),
  });
}

function stampInput(pin: InputPin, { builder, node, nominalVolts }: StampContext, rails: Rails): void {
  const at = node(pin.pin);
  builder.resistor(`pull ${pin.pin}`, at, pin.pull === 'up' ? rails.supply : rails.ground, pin.pullOhms);
  builder.switching({
    role: pin.pin,
    a: at,
    b: at,
    ohms: pin.pullOhms,
    atRest: false,
    next: (_joined, volts) =>
      rails.awake(volts) && volts(at) - volts(rails.ground) > highShare * nominalVolts,
  });
}

/**
 * In two pieces: its volts behind next to nothing up to the limit; past it, its volts behind the ohms that let just
 * the limit into a short. It holds again once those ohms alone would leave it half its volts, which is where a load
 * draws the limit at full volts.
 */
function stampSensorSupply(pin: SensorSupplyPin, { builder, node }: StampContext, rails: Rails): void {
  const { volts: sourceVolts, limitAmps } = pin;
  const [a, b] = [node(pin.pin), rails.ground];
  const across = (volts: (node: number) => number) => volts(a) - volts(b);
  const device = { role: pin.pin, a, b, sourceVolts, atRest: false };
  builder.switching({
    ...device,
    ohms: sourceVolts / limitAmps,
    next: (_joined, volts) => rails.awake(volts),
  });
  builder.switching({
    ...device,
    ohms: regulatedOhms,
    next: (joined, volts) =>
      rails.awake(volts) &&
      (joined ? (sourceVolts - across(volts)) / regulatedOhms < limitAmps : across(volts) > sourceVolts / 2),
  });
}

/** What goes wrong behind a pin. Rates: judgement. */
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
      return [];
    case 'input':
      return [
        held(`input ${pin.pin} deaf, reads low`, 0.05, false),
        held(`input ${pin.pin} deaf, reads high`, 0.05, true),
      ];
    case 'sensor supply':
      return [held(`sensor supply ${pin.pin} dead`, 0.1, false)];
    case 'low-side output':
    case 'high-side output':
      return [held(`output ${pin.pin} dead`, 0.15, false), held(`output ${pin.pin} stuck on`, 0.1, true)];
  }
}
