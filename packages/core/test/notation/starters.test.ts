import { checkCircuit } from '../../src/circuit/checkCircuit';
import { inspectCircuit } from '../../src/circuit/inspectCircuit';
import { withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { readNotation } from '../../src/notation/readNotation';
import { starters } from '../../src/notation/starters';
import { writeNotation } from '../../src/notation/writeNotation';
import { createPredictor } from '../../src/inference/predictor';
import { runningLoads } from '../../src/diagnostics/survey/runningLoads';

test.each(starters.map((each) => [each.name, each] as const))(
  '%s: reads without a flaw, has nothing against it, and every load of it can be made to work',
  (_name, { fields, text }) => {
    const { circuit, flaws } = readNotation(
      text(Object.fromEntries(fields.map(({ id, usual }) => [id, usual]))),
    );
    expect(flaws).toEqual([]);
    expect(checkCircuit(circuit)).toEqual([]);
    expect(inspectCircuit(circuit)).toEqual([]);
    expect(readNotation(writeNotation(circuit)).circuit).toEqual(circuit);
    const predictor = createPredictor(circuit, []);
    const rest = restingState(circuit);
    const positions = circuit.controls.map(({ id, positions }) =>
      positions.map((each) => [id, each.id] as const),
    );
    const states = positions.reduce(
      (made, choices) => made.flatMap((state) => choices.map(([id, is]) => withControl(state, id, is))),
      [rest],
    );
    // A resistor that only takes volts off another load works with it.
    const loads = runningLoads(predictor, rest).filter(({ at }) => !at.startsWith('resistor-'));
    for (const { at } of loads) {
      const somewhere = states.some(
        (state) => runningLoads(predictor, state).find((each) => each.at === at)?.works,
      );
      expect({ at, somewhere }).toEqual({ at, somewhere: true });
    }
  },
);
