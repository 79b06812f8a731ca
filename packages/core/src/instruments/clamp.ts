import { colouredWire } from '../circuit/wireColour';
import { cavityFill } from '../circuit/operatingState';
import { partById, terminalName } from '../circuit/terminals';
import { partIdOf } from '../circuit/terminalRef';
import { judgedSteps } from './prediction';
import { defineInstrument } from './instrument';
import { fuseTargets, sectionEnd } from './targets';

/** Amps that a hand clamp tells from its own drift, and how far that varies. Judgement for a 20 A range. */
const thresholds: readonly number[] = [0.15];
const spread = 0.5;

/** A clamp or tracer round one wire, close to one of its ends: current passes here, or not. */
export const clamp = defineInstrument({
  id: 'clamp',
  name: 'clamp',
  flag: 'clamp here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'none', name: 'No current' },
      { id: 'passes', name: 'Current passes' },
    ],
  },
  electrical: true,
  minutes: 0.8,
  targets: (circuit) => circuit.sections.flatMap(({ id }) => [`${id}@from`, `${id}@to`]),
  place(circuit, at) {
    const { section, end } = sectionEnd(circuit, at);
    return partById(circuit, partIdOf(end === 'from' ? section.from : section.to)).place;
  },
  instruction(circuit, at) {
    const { section, end } = sectionEnd(circuit, at);
    const where = terminalName(circuit, end === 'from' ? section.from : section.to);
    return `Clamp round the ${colouredWire(section)} at ${where} (${section.name})`;
  },
  // Current through a short is only safe behind a limiter lamp; without one no fuse may be feeding it.
  mayPropose: (circuit, state) =>
    state.batteryConnected && fuseTargets(circuit).some((fuse) => cavityFill(state, fuse).kind === 'lamp'),
  connect({ circuit }, at) {
    const { section, end } = sectionEnd(circuit, at);
    return {
      probe: { kind: 'amps', section: section.id, end },
      show: (amps) => ({ kind: 'outcomes', chances: judgedSteps(Math.abs(amps), thresholds, spread) }),
    };
  },
});
