import type { ModulePart } from '../circuit/parts/module';
import { isSignalPin } from '../circuit/parts/module';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf } from '../circuit/terminalRef';
import { partById, terminalName } from '../circuit/terminals';
import { stateSolver } from '../solver/stateSolver';
import type { MeasurementContext, Target } from './instrument';
import { defineInstrument, notApplicable } from './instrument';
import { nodeAt, outputTargets, sensorInputTargets } from './targets';

/** How often a stored code is of another day, or a present one is missed. Judgement. */
const wrongShare = 0.03;
/** Share of nominal volts on its supply below which a module does not answer. */
const answersFrom = 0.5;
/** Share of the supply's volts at which an output's monitor takes its pin for low or high. Judgement. */
const halfWay = 0.5;
/** Shares of a sensor's supply beyond which a module takes an input for broken, if it watches it at all. Judgement. */
const plausible = { least: 0.04, most: 0.96 } as const;
const watchedShare = 0.8;

/** In the order of the outcomes. */
const [none, low, high, silent] = [0, 1, 2, 3];

/**
 * The code that a module sets for one of its pins, over the scan tool. For an output its monitor compares the pin with what
 * it is told to do: a low pin that should be high is an open wire or a short to ground, a high pin that should be low a
 * short to battery or a driver that does not conduct. For a sensor's input it is set where the pin reads what a sound sensor
 * never gives. A module without supply, or dead as a whole, does not answer.
 */
export const codes = defineInstrument({
  id: 'codes',
  name: 'codes',
  flag: 'read here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'none', name: 'No code' },
      { id: 'low', name: 'Open or low' },
      { id: 'high', name: 'Shorted high' },
      { id: 'silent', name: 'No answer' },
    ],
  },
  electrical: true,
  minutes: 0.5,
  targets: (circuit) => [...outputTargets(circuit), ...sensorInputTargets(circuit)],
  // Read at the diagnostic socket.
  place: () => undefined,
  instruction: (circuit, at) => `Codes for ${terminalName(circuit, at as TerminalRef)}`,
  mayPropose: (_circuit, state, at) =>
    state.batteryConnected && !state.apart.includes(partIdOf(at as TerminalRef)),
  connect(context, at) {
    const id = partIdOf(at as TerminalRef);
    const part = partById(context.circuit, id);
    if (part.kind !== 'module' || context.state.apart.includes(id)) return notApplicable('It is unplugged.');
    const pinOf = (wanted: string) => part.pins.find(({ role }) => role === wanted)?.pin ?? '';
    const ground: TerminalRef = `${id}.${pinOf('ground')}`;
    const own = part.pins.find(({ pin }) => `${id}.${pin}` === at);
    const chances =
      own?.role === 'input'
        ? inputCodes(context, part, at, ground)
        : outputCodes(own?.role === 'high-side output');
    return {
      probe: {
        kind: 'monitor',
        pin: nodeAt(context, at),
        ground: nodeAt(context, ground),
        supply: nodeAt(context, `${id}.${pinOf('supply')}`),
        part: id,
        role: at.slice(id.length + 1),
        signals: part.pins.filter(isSignalPin).map(({ pin }) => pin),
      },
      show(volts, signed) {
        const unfed = Math.abs(signed) < answersFrom * context.circuit.nominalVolts;
        return { kind: 'outcomes', chances: unfed ? certainly(silent) : chances(volts, signed) };
      },
    };
  },
});

type Chances = (volts: number, signed: number) => readonly number[];

/** An outcome, but for codes of another day and those that are missed. */
function certainly(outcome: number): readonly number[] {
  return [none, low, high, silent].map((each) => (each === outcome ? 1 - wrongShare : wrongShare / 3));
}

function outputCodes(drivesHigh: boolean): Chances {
  return (volts, signed) => {
    const isHigh = volts > halfWay * Math.abs(signed);
    const wanted = drivesHigh === signed > 0;
    return certainly(isHigh === wanted ? none : isHigh ? high : low);
  };
}

/** @param ground - the module's own, which its volts are measured against */
function inputCodes(
  { circuit, state }: MeasurementContext,
  { pins }: ModulePart,
  at: Target,
  ground: TerminalRef,
): Chances {
  const supply = pins.find(({ role }) => role === 'sensor supply');
  const full = supply?.role === 'sensor supply' ? supply.volts : Infinity;
  const { network, solve } = stateSolver(circuit, state);
  const { volts: healthy } = solve(null);
  const share = (volts: number) => volts / full;
  const strange = (volts: number) => share(volts) < plausible.least || share(volts) > plausible.most;
  // What is at an end of its range when all is well (a contact) is not watched.
  const watches = !strange(healthy(network.nodeOf.get(at)!) - healthy(network.nodeOf.get(ground)!));
  return (volts) => {
    if (!watches || !strange(volts)) return certainly(none);
    const set = certainly(share(volts) < plausible.least ? low : high);
    const unset = certainly(none);
    return set.map((chance, o) => watchedShare * chance + (1 - watchedShare) * unset[o]!);
  };
}
