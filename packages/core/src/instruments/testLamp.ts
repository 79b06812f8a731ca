import type { TerminalRef } from '../circuit/terminalRef';
import { terminalName } from '../circuit/terminals';
import { filamentOf } from '../circuit/parts/lamp';
import { filamentAmps, filamentSiemens } from '../physics/filament';
import type { FilamentModel } from '../physics/filament';
import { REFERENCE } from '../network/network';
import type { TheveninEquivalent } from '../solver/updatedNetwork';
import type { InstrumentDefinition, MeasurementContext, Target } from './instrument';
import { notApplicable } from './instrument';
import { judgedSteps } from './prediction';
import { nodeAt, terminalPlace, terminalTargets, touchesModulePin } from './targets';

/** The lamp of a test lamp: a quarter of an ampere at 12 V. */
export const testLampWatts = 3;

/** Steps that an eye tells apart in a workshop, with the share of rated power at which each begins. */
export const lampSteps = [
  { id: 'dark', name: 'Dark' },
  { id: 'dim', name: 'Dim' },
  { id: 'bright', name: 'Bright' },
  { id: 'flickers', name: 'Flickers' },
] as const;
export const lampThresholds: readonly number[] = [0.08, 0.5];
/** Eyes and ambient light differ by about this much, as a standard deviation of the logarithm. Judgement. */
const lampSpread = 0.35;

/** How often a steady lamp is said to flicker: a poor clip, a hand that moves. Judgement. */
const seemsToFlicker = 0.01;

/** The chances of a steady lamp or load, and the little one that it seems to flicker, at the end. */
export function withFlicker(steady: readonly number[]): readonly number[] {
  return [...steady.map((chance) => chance * (1 - seemsToFlicker)), seemsToFlicker];
}

/** Chances of dark, dim, bright and flickering at a steady share of rated power. */
export function lampChances(powerShare: number): readonly number[] {
  return withFlicker(judgedSteps(powerShare, lampThresholds, lampSpread));
}

/**
 * Volts that a filament takes from a source behind some ohms: the root of `I(V) = (open - V) / ohms` by Newton.
 * The circuit behind is its tangent at the operating point: a lamp of 3 W moves the harness's own filaments too
 * little to change what the eye sees.
 */
export function lampVoltsOn(thevenin: TheveninEquivalent, lamp: FilamentModel): number {
  if (!Number.isFinite(thevenin.ohms)) return 0;
  const open = Math.abs(thevenin.volts);
  let volts = open / 2;
  for (let round = 0; round < 40; round++) {
    const excess = filamentAmps(lamp, volts) * thevenin.ohms + volts - open;
    const step = excess / (filamentSiemens(lamp, volts) * thevenin.ohms + 1);
    volts -= step;
    if (Math.abs(step) < 1e-7) break;
  }
  return volts;
}

function lampOn(thevenin: TheveninEquivalent, lamp: FilamentModel) {
  const volts = lampVoltsOn(thevenin, lamp);
  const share = (filamentAmps(lamp, volts) * volts) / testLampWatts;
  return { kind: 'outcomes', chances: lampChances(share) } as const;
}

function testLamp<const Id extends string>(
  id: Id,
  name: string,
  otherClip: (context: MeasurementContext) => number | null,
): InstrumentDefinition<Id> {
  return {
    id,
    name,
    flag: 'probe here',
    display: { kind: 'outcomes', outcomes: lampSteps },
    electrical: true,
    minutes: 0.4,
    targets: terminalTargets,
    place: terminalPlace,
    instruction: (circuit, at) =>
      `${name[0]!.toUpperCase()}${name.slice(1)} on ${terminalName(circuit, at as TerminalRef)}`,
    mayPropose: (circuit, state, at) =>
      state.batteryConnected && !touchesModulePin(circuit, at as TerminalRef),
    connect(context, at: Target) {
      const clip = otherClip(context);
      if (clip === null) return notApplicable('The battery is disconnected: the lamp has no supply.');
      const lamp = filamentOf(testLampWatts, context.circuit.nominalVolts);
      return {
        probe: { kind: 'port', node: nodeAt(context, at), against: clip, ohms: lamp.hotOhms },
        show: (volts, ohms) => lampOn({ volts, ohms }, lamp),
      };
    },
  };
}

export const lampToGround = testLamp('lamp-to-ground', 'lamp to ground', () => REFERENCE);
export const lampToBattery = testLamp('lamp-to-battery', 'lamp to battery', (context) =>
  context.state.batteryConnected ? context.network.supply : null,
);
