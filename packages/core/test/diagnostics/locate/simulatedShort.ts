import type { Circuit } from '../../../src/circuit/circuit';
import { withApart, withCavity } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import type { Test } from '../../../src/instruments/instruments';
import { locateShort } from '../../../src/diagnostics/locate/locateShort';
import { createWorld } from '../../../src/session/world';
import type { TakenReading } from '../../../src/inference/takenReading';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { vehicleBehind } from '../../session/realistic/truth';
import { bladeFuse, lamp, smallCircuit } from '../../smallCircuit';

export type Means = 'millivolts' | 'ohms from both ends' | 'both';

/** A lamp behind a fuse, the wire between them, `W1`, as long and as thick as asked. */
export function fusedLamp(lengthMetres: number, areaMm2: number): Circuit {
  const circuit = smallCircuit(
    [bladeFuse('F1', 15), lamp('L', 21)],
    [
      ['BAT.+', 'F1.feed'],
      ['F1.load', 'L.1'],
      ['L.2', 'G.x'],
    ],
  );
  const sections = circuit.sections.map((each) =>
    each.id === 'W1' ? { ...each, lengthMetres, areaMm2 } : each,
  );
  return { ...circuit, sections };
}

/** One short somewhere in a wire of some length, measured in a vehicle whose figures are 8 % off; shares of the length. */
export function simulatedShort(seed: number, means: Means) {
  const random = seededRandom(seed);
  const circuit = fusedLamp(0.5 + 5.5 * random(), [0.5, 0.75, 1, 1.5, 2.5][Math.floor(5 * random())]!);
  const vehicle = vehicleBehind(circuit, random);
  const position = random();
  const fault = { kind: 'short to ground', section: 'W1', ohms: 0.02 * 100 ** random(), position } as const;
  const world = createWorld(vehicle, [fault], random);
  const unplugged = withApart(restingState(circuit), 'L', true);
  const watts = [21, 55][Math.floor(2 * random())]!;
  const limited = withCavity(unplugged, 'F1', { kind: 'lamp', watts });
  const open = withCavity(unplugged, 'F1', { kind: 'open' });
  const along = [{ state: limited, test: { instrument: 'wire-drop', at: 'W1' } satisfies Test }];
  const ends = ['F1.load', 'L.1'].map((at) => ({
    state: open,
    test: { instrument: 'ohmmeter', at } satisfies Test,
  }));
  const asked = means === 'millivolts' ? along : means === 'both' ? [...along, ...ends] : ends;
  const readings = asked.map(({ state, test }, index): TakenReading => ({
    id: `${index}`,
    state,
    test,
    value: world.read(state, test),
  }));
  const { metres, errorMetres, told } = locateShort(circuit, 'W1', readings);
  const length = circuit.sections.find(({ id }) => id === 'W1')!.lengthMetres;
  return { off: Math.abs(metres / length - position), error: errorMetres / length, told };
}

/** How often the place lies within the stated error, and the median error where the readings tell it. */
export function locatedShorts(count: number, means: Means) {
  const found = Array.from({ length: count }, (_each, seed) => simulatedShort(seed, means));
  const told = found.filter((each) => each.told);
  const offs = told.map(({ off }) => off).sort((one, other) => one - other);
  return {
    within: found.filter(({ off, error }) => off <= error).length / count,
    told: told.length / count,
    medianOff: offs[Math.floor(offs.length / 2)] ?? Infinity,
  };
}
