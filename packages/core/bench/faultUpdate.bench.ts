import { restingState } from '../src/circuit/restingState';
import type { Fault } from '../src/faults/fault';
import { compileNetwork } from '../src/solver/compileNetwork';
import { faultChange } from '../src/solver/faultChange';
import { linearise } from '../src/network/linearised';
import { updateNetwork } from '../src/solver/updatedNetwork';
import { bareChain } from '../test/bareChain';
import type { Figure } from './figure';
import { secondsOf } from './figure';

/** What a low-rank update saves: one more fault on a factored circuit against factoring and solving it anew. */
export default function faultUpdate(): readonly Figure[] {
  return [100, 200, 500].map((sections) => {
    const circuit = bareChain(sections);
    const network = compileNetwork(circuit, restingState(circuit));
    const joined = network.switches.map(({ atRest }) => atRest);
    const base = linearise(network, joined);
    const faults = circuit.sections.map(({ id }): Fault => ({
      kind: 'short to ground',
      section: id,
      ohms: 40,
      position: 0.5,
    }));
    const updates = secondsOf(() => {
      for (const fault of faults) updateNetwork(base, faultChange(base, fault), fault)?.volts(1);
    });
    const anew = secondsOf(() => {
      linearise(network, joined);
    });
    return {
      name: `one more fault on ${sections} sections, faster than solving anew`,
      value: anew / (updates / faults.length),
      unit: 'times',
      bar: null,
    };
  });
}
