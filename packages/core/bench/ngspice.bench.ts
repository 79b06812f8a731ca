import { restingState } from '../src/circuit/restingState';
import { compileNetwork } from '../src/solver/compileNetwork';
import { linearise } from '../src/network/linearised';
import { spiceNetlist } from '../src/solver/netlist';
import { generatedHarness } from '../test/generatedHarness';
import { runNgspice } from '../test/ngspice';
import type { Figure } from './figure';

const circuits = 300;
/** Differences below this many volts are allowed anyway. */
const floorVolts = 1e-6;

/** The worst difference from an independent simulator over every node of many generated circuits. */
export default function ngspice(): readonly Figure[] {
  return (['resistors', 'lamps'] as const).map((loads) => {
    const allowed = loads === 'resistors' ? 1e-6 : 1e-3;
    let worst = 0;
    let [fewest, most] = [Infinity, 0];
    for (let n = 0; n < circuits; n++) {
      const circuit = generatedHarness(4 + ((n * 7) % 330), loads, n);
      const network = compileNetwork(circuit, restingState(circuit));
      const joined = network.switches.map(({ atRest }) => atRest);
      const { volts, connectivity } = linearise(network, joined);
      const floating = (node: number) => connectivity.group[node] !== 0;
      const theirs = runNgspice(spiceNetlist(network, joined, floating));
      fewest = Math.min(fewest, network.nodeCount - 1);
      most = Math.max(most, network.nodeCount - 1);
      for (let node = 1; node < network.nodeCount; node++) {
        if (floating(node)) continue;
        const other = theirs.get(`n${node}`);
        if (other === undefined) throw new Error(`The simulator gave no voltage for node ${node}.`);
        const apart = Math.abs(volts[node]! - other);
        // What the bar allows: a share of the voltage, or a microvolt.
        worst = Math.max(worst, apart / (allowed * Math.abs(other) + floorVolts));
      }
    }
    return {
      name: `${circuits} circuits of ${fewest} to ${most} nodes with ${loads}: worst difference from the simulator, of ${allowed} and 1 µV`,
      value: worst,
      unit: 'times what is allowed',
      bar: { at: 'most', value: 1 } as const,
    };
  });
}
