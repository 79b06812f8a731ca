import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf } from '../circuit/terminalRef';
import { terminalName } from '../circuit/terminals';
import { defineInstrument } from './instrument';
import { inputTargets } from './targets';

/** How often a scan tool's value is late or of another item than asked. Judgement. */
const wrongShare = 0.01;

/** What a module says that one of its inputs reads, over the scan tool. */
export const liveData = defineInstrument({
  id: 'live-data',
  name: 'live data',
  flag: 'read here',
  display: {
    kind: 'outcomes',
    outcomes: [
      { id: 'low', name: 'Reads low' },
      { id: 'high', name: 'Reads high' },
    ],
  },
  electrical: true,
  minutes: 0.5,
  targets: inputTargets,
  // Read from where one stands.
  place: () => undefined,
  instruction: (circuit, at) => `Live data: what ${terminalName(circuit, at as TerminalRef)} reads`,
  mayPropose: (_circuit, state, at) =>
    state.batteryConnected && !state.apart.includes(partIdOf(at as TerminalRef)),
  connect(_setting, at) {
    const part = partIdOf(at as TerminalRef);
    return {
      probe: { kind: 'stands', part, role: at.slice(part.length + 1) },
      show(high) {
        const chance = high === 1 ? 1 - wrongShare : wrongShare;
        return { kind: 'outcomes', chances: [1 - chance, chance] };
      },
    };
  },
});
