import type { Circuit } from '../../../src/circuit/circuit';
import type { Effect } from '../../../src/circuit/parts/effect';
import type { Fault } from '../../../src/faults/fault';
import { faultedId, thingsOf } from '../../../src/faults/fault';
import type { Hypothesis } from '../../../src/faults/hypotheses';
import { hypothesesOf, NOTHING_WRONG } from '../../../src/faults/hypotheses';
import { normalDraw } from '../../../src/statistics/normal';
import type { ModulePart } from '../../../src/circuit/parts/module';
import type { Part } from '../../../src/circuit/parts/part';

/** How far a vehicle's own figures lie from its document's: one standard deviation, and at most twice that. */
const off = 0.08;

/** The vehicle behind a document: its figures some per cent off, and what no diagram gives settled at random. */
export function vehicleBehind(circuit: Circuit, random: () => number): Circuit {
  const near = (value: number) => value * (1 + off * Math.max(-2, Math.min(2, normalDraw(random))));
  const between = (least: number, most: number) => least + (most - least) * random();
  const log = (least: number, most: number) => least * (most / least) ** random();
  const part = (each: Part): Part => {
    switch (each.kind) {
      case 'battery':
        return {
          ...each,
          volts: (circuit.nominalVolts / 12) * between(12.3, 12.8),
          internalOhms: near(each.internalOhms),
        };
      case 'lamp':
        return { ...each, watts: near(each.watts) };
      case 'two-filament lamp':
        return { ...each, watts: [near(each.watts[0]), near(each.watts[1])] };
      case 'resistor':
      case 'heater':
      case 'solenoid':
      case 'motor':
      case 'potentiometer':
        return { ...each, ohms: near(each.ohms) };
      case 'relay':
        return {
          ...each,
          coilOhms: near(each.coilOhms),
          pullInVolts: circuit.nominalVolts * between(0.42, 0.63),
          dropOutVolts: circuit.nominalVolts * between(0.12, 0.38),
        };
      case 'module':
        return module(each);
      case 'ground':
      case 'fuse':
      case 'fusible link':
      case 'breaker':
      case 'switch':
      case 'diode':
      case 'connector':
      case 'splice':
        return each;
    }
  };
  const module = (each: ModulePart): ModulePart => ({
    ...each,
    drawAmps: log(0.001, 0.04),
    pins: each.pins.map((pin) => {
      if (pin.role === 'input') {
        return {
          ...pin,
          pullOhms: pin.pullOhms === undefined ? log(1500, 20_000) : near(pin.pullOhms),
          highAboveVolts: pin.highAboveVolts ?? circuit.nominalVolts * between(0.28, 0.52),
        };
      }
      if (!('drivenWhen' in pin)) return pin;
      return {
        ...pin,
        onOhms: log(0.02, 0.4),
        leakOhms: random() < 0.4 ? 1e9 : log(15_000, 1e6),
        limitAmps: pin.role === 'high-side output' ? between(18, 45) : between(5, 20),
      };
    }),
  });
  return {
    ...circuit,
    parts: circuit.parts.map(part),
    sections: circuit.sections.map((each) => ({ ...each, lengthMetres: near(each.lengthMetres) })),
  };
}

/** A hidden fault: what kind it is called, and where. */
export interface HiddenFault {
  readonly suspect: string;
  readonly name: string;
  readonly fault: Fault;
}

/**
 * A fault at random; its ohms anywhere between those that the search knows, its place anywhere along the wire.
 * @param often - each as its rate has it, or every kind as often as any other, wherever it may lie
 */
export function drawFault(
  circuit: Circuit,
  random: () => number,
  often: 'as rated' | 'evenly' = 'as rated',
): HiddenFault {
  const families = new Map<number, Hypothesis[]>();
  for (const each of hypothesesOf(circuit)) {
    if (each.suspect === NOTHING_WRONG) continue;
    families.set(each.family, [...(families.get(each.family) ?? []), each]);
  }
  const list = [...families.values()];
  const kind = ([member]: readonly Hypothesis[]) => member!.name;
  const weights = list.map((members) =>
    often === 'as rated'
      ? members.reduce((sum, { prior }) => sum + prior, 0)
      : 1 / list.filter((each) => kind(each) === kind(members)).length,
  );
  let draw = random() * weights.reduce((sum, each) => sum + each, 0);
  const index = weights.findIndex((each) => (draw -= each) < 0);
  const members = list[index < 0 ? list.length - 1 : index]!;
  const { suspect, name } = members[0]!;
  const most = Math.max(...members.map(({ prior }) => prior));
  for (;;) {
    const fault = between(members, random);
    // Of a range, the ohms that are rarer are drawn more rarely.
    if (random() * most <= nearest(members, fault).prior) return { suspect, name, fault };
  }
}

/** The member of a family whose ohms are nearest to those of a fault. */
function nearest(members: readonly Hypothesis[], fault: Fault): Hypothesis {
  const away = (each: Hypothesis) => Math.abs(Math.log((ohmsOf(each.fault!) ?? 1) / (ohmsOf(fault) ?? 1)));
  return members.reduce((best, each) => (away(each) < away(best) ? each : best));
}

/** One of the faults of a family with its ohms drawn from the whole range. */
function between(members: readonly Hypothesis[], random: () => number): Fault {
  const faults = members.map(({ fault }) => fault!);
  const one = faults[Math.floor(random() * faults.length)]!;
  const sizes = faults.flatMap((each) => ohmsOf(each) ?? []);
  const position = 0.05 + 0.9 * random();
  const placed: Fault = 'position' in one ? { ...one, position } : one;
  if (sizes.length === 0) return placed;
  const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
  return withOhms(placed, least * (most / least) ** random());
}

function ohmsOf(fault: Fault): number | null {
  if (fault.kind === 'part') return 'ohms' in fault.effect ? fault.effect.ohms : null;
  return 'ohms' in fault ? fault.ohms : null;
}

function withOhms(fault: Fault, ohms: number): Fault {
  if (fault.kind !== 'part') return 'ohms' in fault ? { ...fault, ohms } : fault;
  return { ...fault, effect: { ...fault.effect, ohms } as Effect };
}

/** Whether a verdict names what is wrong: of two wires worn together, either is where to look. */
export function namesIt(verdict: string, { fault }: HiddenFault): boolean {
  const id = faultedId(fault) ?? NOTHING_WRONG;
  return verdict === id || (fault.kind === 'short to wire' && thingsOf(id).includes(verdict));
}
