import type { Circuit } from '../../../src/circuit/circuit';
import type { OperatingState } from '../../../src/circuit/operatingState';
import { withControl } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import { partIdOf } from '../../../src/circuit/terminalRef';
import type { Fault } from '../../../src/faults/fault';
import { hypothesesOf } from '../../../src/faults/hypotheses';
import { predictOn } from '../../../src/instruments/instrument';
import { instrumentById } from '../../../src/instruments/instruments';
import { loadTargets, watchedLoad } from '../../../src/instruments/targets';
import { solveTogether } from '../../../src/solver/stateSolver';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { families } from '../../session/realistic/families';

/** Chances of what is seen of a load: dead, weak, works, flickers. */
function seen(circuit: Circuit, state: OperatingState, at: string, fault: Fault | null): readonly number[] {
  const solution = solveTogether(circuit, state, fault === null ? [] : [fault]);
  const prediction = predictOn(instrumentById('load'), { circuit, state, solution }, at);
  if (prediction.kind !== 'outcomes') throw new Error(`${at}: ${prediction.kind}`);
  return prediction.chances;
}

/** Every way in which the controls can stand. */
function allStates(circuit: Circuit): readonly OperatingState[] {
  return circuit.controls.reduce<readonly OperatingState[]>(
    (states, { id, positions }) =>
      states.flatMap((state) => positions.map((position) => withControl(state, id, position.id))),
    [restingState(circuit)],
  );
}

test.each(families)(
  '$name: ohms in a load’s own plug or socket do to it what the same ohms do in one of its wires',
  ({ draw }) => {
    const circuit = draw(seededRandom(20261130));
    const states = allStates(circuit);
    const hypotheses = hypothesesOf(circuit);
    for (const at of loadTargets(circuit)) {
      const { part } = watchedLoad(circuit, at);
      const running = states.find((state) => seen(circuit, state, at, null)[2]! > 0.5);
      if (running === undefined) continue;
      const wires = circuit.sections.filter(({ from, to }) =>
        [from, to].some((end) => partIdOf(end) === part),
      );
      for (const { fault, name } of hypotheses) {
        if (fault?.kind !== 'part' || fault.part !== part || fault.effect.kind !== 'added') continue;
        const { ohms } = fault.effect;
        const own = seen(circuit, running, at, fault);
        const least = Math.min(
          ...wires.map(({ id }) =>
            Math.max(
              ...seen(circuit, running, at, { kind: 'added resistance', section: id, ohms }).map(
                (chance, o) => Math.abs(chance - own[o]!),
              ),
            ),
          ),
        );
        expect({ at, name, ohms, alike: least < 0.02 }).toEqual({ at, name, ohms, alike: true });
      }
    }
  },
);
