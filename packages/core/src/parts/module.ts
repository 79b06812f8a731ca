import { conditionHolds } from '../circuit/condition';
import type { Condition } from '../circuit/condition';
import type { PartCommon, PartKind } from './partKind';

/** One pin of a module, by what it does there. */
export type ModulePin =
  | { readonly pin: string; readonly role: 'supply' }
  | { readonly pin: string; readonly role: 'ground' }
  | {
      readonly pin: string;
      readonly role: 'low-side output' | 'high-side output';
      readonly drivenWhen: Condition;
    };

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
/** Share of nominal volts between supply and ground below which a module does nothing. */
const awakeShare = 0.5;

/** Outputs work only when every supply and every ground is there and the condition holds. */
export const moduleKind: PartKind<ModulePart> = {
  removal: 'unplug',
  removalMinutes: 1,
  terminals: (part) => part.pins.map((each) => each.pin),
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  failuresShow: false,
  failures: ({ pins }) =>
    pins
      .filter((each) => 'drivenWhen' in each)
      .flatMap(({ pin }) => [
        {
          name: `output ${pin} dead`,
          rate: 0.15,
          hazard: 'open',
          effects: [{ kind: 'hold', role: pin, joined: false }],
        },
        {
          name: `output ${pin} stuck on`,
          rate: 0.1,
          hazard: 'open',
          effects: [{ kind: 'hold', role: pin, joined: true }],
        },
      ]),
  stamp(part, { builder, node, state, nominalVolts }) {
    const nodesOf = (role: ModulePin['role']) =>
      part.pins.filter((each) => each.role === role).map((each) => node(each.pin));
    const supplies = nodesOf('supply');
    const grounds = nodesOf('ground');
    const ground = grounds[0];
    const supply = supplies[0];
    if (ground === undefined || supply === undefined) return;
    for (const each of supplies) builder.resistor('standing', each, ground, standingOhms);
    for (const each of grounds.slice(1)) builder.resistor('grounds', each, ground, drivenOhms);
    for (const pin of part.pins) {
      if (!('drivenWhen' in pin)) continue;
      const rail = pin.role === 'low-side output' ? ground : supply;
      const wanted = conditionHolds(pin.drivenWhen, state.controls);
      builder.resistor('leak', node(pin.pin), ground, leakOhms);
      builder.switching({
        role: pin.pin,
        a: node(pin.pin),
        b: rail,
        ohms: drivenOhms,
        atRest: false,
        next: (_closed, volts) =>
          wanted && supplies.every((each) => volts(each) - volts(ground) > awakeShare * nominalVolts),
      });
    }
  },
};
