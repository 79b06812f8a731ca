import fc from 'fast-check';
import { restingState } from '../../src/circuit/restingState';
import { compileNetwork } from '../../src/solver/compileNetwork';
import { linearise } from '../../src/network/linearised';
import { spiceNetlist } from '../../src/solver/netlist';
import { runNgspice } from '../ngspice';
import { randomCircuit } from '../randomCircuit';

const seed = 20260911;

/** The worst disagreement over all nodes, as a share of the tolerance `relative · |volts| + 1 µV`. */
function worst(circuit: Parameters<typeof compileNetwork>[0], relative: number): number {
  const network = compileNetwork(circuit, restingState(circuit));
  const joined = network.switches.map(({ atRest }) => atRest);
  const { volts, connectivity } = linearise(network, joined);
  const theirs = runNgspice(spiceNetlist(network, joined));
  let most = 0;
  for (let node = 1; node < network.nodeCount; node++) {
    if (connectivity.group[node] !== 0) continue;
    const other = theirs.get(`n${node}`);
    expect(other).toBeDefined();
    most = Math.max(most, Math.abs(volts[node]! - other!) / (relative * Math.abs(other!) + 1e-6));
  }
  return most;
}

describe('against an independent simulator', () => {
  test(`linear circuits agree to 1e-6 (seed ${seed})`, () => {
    fc.assert(
      fc.property(randomCircuit('resistors'), ({ circuit }) => {
        expect(worst(circuit, 1e-6)).toBeLessThanOrEqual(1);
      }),
      { seed, numRuns: 60 },
    );
  });

  test(`circuits with filament lamps agree to 1e-3 (seed ${seed})`, () => {
    fc.assert(
      fc.property(randomCircuit('lamps and resistors'), ({ circuit }) => {
        expect(worst(circuit, 1e-3)).toBeLessThanOrEqual(1);
      }),
      { seed, numRuns: 60 },
    );
  });
});
