import type { Circuit, Section } from '../circuit/circuit';
import { unguardedSections } from '../circuit/fedSections';
import { placeById } from '../circuit/terminals';
import type { Effect, HazardKind } from '../circuit/parts/effect';
import type { Fault } from './fault';
import { kindOf } from '../circuit/parts/partKinds';
import { neighbours } from './neighbours';
import type { FaultName } from './rates';
import {
  addedOhmsGrid,
  batteryShortOhmsGrid,
  burningAmps,
  burntShare,
  faultRates,
  hazardFactors,
  hazardOf,
  nothingWrongShare,
  solidOhmsGrid,
  unwornPairShare,
  wetOhmsGrid,
  wireShortOhmsGrid,
} from './rates';

/** Stands for the section of a hypothesis that names none. */
export const NOTHING_WRONG = 'nothing-wrong';

/** One state of the world: one fault with its figures settled, or none. */
export interface Hypothesis {
  /** The section or the part that it accuses, or `nothing-wrong`. */
  readonly suspect: string;
  /** What a technician calls it: `short to ground`, `coil open`. */
  readonly name: string;
  readonly fault: Fault | null;
  readonly prior: number;
  /** Whether it may come and go: as it moves, or as it warms (a crimp whose ohms grow, turns that touch when hot). */
  readonly mayComeAndGo: boolean;
  /** Whether its short stands for one anywhere along its wire; its fault has it in the middle. */
  readonly anywhere?: boolean;
  /** Hypotheses that differ only in ohms share a family and stand next to each other, ohms rising. */
  readonly family: number;
}

/**
 * Everything that can be wrong, with prior chances that sum to 1: for wires, the rate of the kind × metres × hazards
 * of the places passed; for parts, the rate of the failure × hazards of its place; spread evenly over the ohms that
 * stand for the kind.
 */
export function hypothesesOf(circuit: Circuit): readonly Hypothesis[] {
  const found: Hypothesis[] = [];
  let family = 0;
  const add = (
    suspect: string,
    name: string,
    weight: number,
    faults: readonly (Fault | null)[],
    { stays = false, rarity = () => 1 }: { stays?: boolean; rarity?: (fault: Fault | null) => number } = {},
  ) => {
    for (const fault of faults) {
      const prior = (weight / faults.length) * rarity(fault);
      const mayComeAndGo = !stays && loose(fault);
      found.push({ suspect, name, fault, prior, mayComeAndGo, anywhere: hasPosition(fault), family });
    }
    family++;
  };
  const unguarded = unguardedSections(circuit);
  const burns = (fault: Fault | null) =>
    fault?.kind === 'short to ground' && fault.ohms < circuit.nominalVolts / burningAmps ? burntShare : 1;
  for (const section of circuit.sections) {
    const rarity = unguarded.has(section.id) ? burns : undefined;
    for (const [name, faults] of Object.entries(sectionFaults(section)) as [OwnFaultName, Fault[]][]) {
      const hazards = placesFactor(circuit, section.places, hazardOf[name]);
      add(section.id, name, faultRates[name] * section.lengthMetres * hazards, faults, {
        ...(rarity === undefined ? {} : { rarity }),
      });
    }
  }
  for (const { suspect, one, other, places, worn } of neighbours(circuit)) {
    const faults = wireShortOhmsGrid.map((ohms): Fault => ({
      kind: 'short to wire',
      section: one.id,
      other: other.id,
      ohms,
    }));
    const metres = Math.min(...[one, other].map((each) => each.lengthMetres / each.places.length));
    const hazards = placesFactor(circuit, places, hazardOf['short to wire']);
    add(
      suspect,
      'short to each other',
      faultRates['short to wire'] * (worn ? 1 : unwornPairShare) * metres * places.length * hazards,
      faults,
    );
  }
  for (const part of circuit.parts) {
    for (const { name, rate, hazard, effects, stays } of kindOf(part).failures(part)) {
      const faults = effects.map((effect): Fault => ({ kind: 'part', part: part.id, effect }));
      const weight = rate * placesFactor(circuit, [part.place], hazard);
      add(part.id, name, weight, faults, { stays: stays === true });
    }
  }
  const total = found.reduce((sum, each) => sum + each.prior, 0);
  add(NOTHING_WRONG, 'nothing wrong', (total * nothingWrongShare) / (1 - nothingWrongShare), [null]);
  const whole = found.reduce((sum, each) => sum + each.prior, 0);
  return found.map((each) => ({ ...each, prior: each.prior / whole }));
}

function hasPosition(fault: Fault | null): boolean {
  return fault !== null && 'position' in fault;
}

/** The most ohms of a short that moving parts make: a wet path does not come and go from one reading to the next. */
const solidOhms = 5;

function loose(fault: Fault | null): boolean {
  switch (fault?.kind) {
    case undefined:
      return false;
    case 'open':
    case 'added resistance':
    case 'short to wire':
      return true;
    case 'short to ground':
    case 'short to battery':
      return fault.ohms <= solidOhms;
    case 'part':
      return comesAndGoes[fault.effect.kind];
  }
}

/** What moving, warming or a jolt brings and takes away; the wrong part stays the wrong part. */
const comesAndGoes: Readonly<Record<Effect['kind'], boolean>> = {
  cut: true,
  added: true,
  bridge: true,
  hold: true,
  short: true,
  tie: false,
  invert: false,
  turn: false,
};

type OwnFaultName = Exclude<FaultName, 'short to wire'>;

function sectionFaults({ id: section }: Section): Readonly<Record<OwnFaultName, readonly Fault[]>> {
  const shorts = (kind: 'short to ground' | 'short to battery', grid: readonly number[]) =>
    grid.map((ohms): Fault => ({ kind, section, ohms, position: 0.5 }));
  return {
    'short to ground': shorts('short to ground', solidOhmsGrid),
    'wet path to ground': shorts('short to ground', wetOhmsGrid),
    'short to battery': shorts('short to battery', batteryShortOhmsGrid),
    open: [{ kind: 'open', section }],
    'added resistance': addedOhmsGrid.map((ohms): Fault => ({ kind: 'added resistance', section, ohms })),
  };
}

/** How many times likelier the hazards of a place make a kind. */
function placeFactor(circuit: Circuit, place: string, kind: HazardKind): number {
  return (placeById(circuit, place)?.hazards ?? []).reduce(
    (product, hazard) => product * hazardFactors[hazard][kind],
    1,
  );
}

/** How often something goes wrong on a metre of wiring at a place, of every kind together; only ratios matter. */
export function rateAt(circuit: Circuit, place: string): number {
  return (Object.keys(faultRates) as FaultName[]).reduce(
    (sum, name) => sum + faultRates[name] * placeFactor(circuit, place, hazardOf[name]),
    0,
  );
}

/** How many times likelier the hazards of some places make a kind, on average over them. */
export function placesFactor(circuit: Circuit, places: readonly string[], kind: HazardKind): number {
  const factors = places.map((id) => placeFactor(circuit, id, kind));
  return factors.length === 0 ? 1 : factors.reduce((sum, each) => sum + each, 0) / factors.length;
}
