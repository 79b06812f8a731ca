import { restingState } from '../src/circuit/restingState';
import { terminalsOf } from '../src/circuit/terminals';
import { hypothesesOf } from '../src/faults/hypotheses';
import type { Test } from '../src/instruments/instruments';
import { compileNetwork } from '../src/solver/compileNetwork';
import { linearise } from '../src/network/linearised';
import { stateSolver } from '../src/solver/stateSolver';
import { createPredictor } from '../src/inference/predictor';
import { generatedHarness } from '../test/generatedHarness';
import type { Figure } from './figure';
import { secondsOf } from './figure';

const faultsPerSection = 4;
const tests = 500;

/** The whole table of (faults × tests), power off and lit, and what it saves against solving each case anew. */
export default function table(): readonly Figure[] {
  return [100, 200, 500, 1000].flatMap((size) => [
    // Power off, as ohms are measured: every lamp cold. Lit, every lamp burns and every short blows a fuse.
    ...ofSize(size, 'ohmmeter', false),
    ...ofSize(size, 'voltmeter', true),
  ]);
}

function ofSize(
  size: number,
  instrument: 'ohmmeter' | 'voltmeter',
  batteryConnected: boolean,
): readonly Figure[] {
  const circuit = generatedHarness(size);
  const state = { ...restingState(circuit), batteryConnected };
  const hypotheses = hypothesesOf(circuit)
    .filter(({ fault }) => fault !== null)
    .slice(0, faultsPerSection * circuit.sections.length);
  const terminals = circuit.parts.flatMap(terminalsOf);
  const asked = Array.from({ length: tests }, (_each, n): Test => ({
    instrument,
    at: terminals[Math.floor((n * terminals.length) / tests)]!,
  }));
  const whole = secondsOf(() => {
    const predictor = createPredictor(circuit, hypotheses);
    for (const test of asked) predictor.predictions(state, test).whole();
  }, 3);
  const sample = hypotheses.filter((_each, h) => h % Math.ceil(hypotheses.length / 12) === 0);
  const { joined } = stateSolver(circuit, state).solve(null);
  // The same solver on the circuit compiled with the fault: every transfer resistance, as for the healthy one.
  const anew = secondsOf(() => {
    for (const { fault } of sample) {
      linearise(compileNetwork(circuit, state, fault === null ? [] : [fault]), joined);
    }
  }, 1);
  const each = anew / sample.length;
  const name = `${instrument}, ${hypotheses.length} faults × ${tests} tests on ${circuit.sections.length} sections`;
  return [
    {
      name: `${name}: the whole table`,
      value: whole,
      unit: 's of processor',
      bar: size === 500 ? ({ at: 'most', value: 1 } as const) : null,
    },
    {
      name: `${name}: faster than solving each case anew`,
      value: (each * hypotheses.length * tests) / whole,
      unit: 'times',
      bar: size === 500 ? ({ at: 'least', value: 300 } as const) : null,
    },
  ];
}
