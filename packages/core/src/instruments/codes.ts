import { partIdOf } from '../circuit/terminalRef';
import type { TerminalRef } from '../circuit/terminalRef';
import { partById, terminalName } from '../circuit/terminals';
import { defineInstrument, notApplicable } from './instrument';
import { nodeAt, outputTargets } from './targets';

/** How often a stored code is of another day, or a present one is missed. Judgement. */
const wrongShare = 0.03;
/** Share of nominal volts on its supply below which a module does not answer. */
const answersFrom = 0.5;
/** Share of the supply's volts at which an output's monitor takes its pin for low or high. Judgement. */
const halfWay = 0.5;

/**
 * The code that a module sets for one of its outputs, over the scan tool: its monitor compares the pin with what the
 * output is told to do. A low pin that should be high is an open wire or a short to ground; a high pin that should be
 * low is a short to battery. It says nothing of what is wrong inside the module.
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
  targets: outputTargets,
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
    const output = part.pins.find(({ pin }) => `${id}.${pin}` === at);
    const drivesHigh = output?.role === 'high-side output';
    return {
      probe: {
        kind: 'output',
        pin: nodeAt(context, at),
        ground: nodeAt(context, `${id}.${pinOf('ground')}`),
        supply: nodeAt(context, `${id}.${pinOf('supply')}`),
        part: id,
        role: at.slice(id.length + 1),
      },
      show(volts, signed) {
        const supply = Math.abs(signed);
        const silent = supply < answersFrom * context.circuit.nominalVolts;
        const high = volts > halfWay * supply;
        const wanted = drivesHigh === signed > 0;
        const told = silent ? 3 : high === wanted ? 0 : high ? 2 : 1;
        const other = wrongShare / 3;
        return {
          kind: 'outcomes',
          chances: [0, 1, 2, 3].map((each) => (each === told ? 1 - wrongShare : other)),
        };
      },
    };
  },
});
