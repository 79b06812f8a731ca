import fc from 'fast-check';
import { withApart, withCavity } from '../../src/circuit/operatingState';
import type { Fault } from '../../src/faults/fault';
import type { SolvedCircuit } from '../../src/instruments/instrument';
import type { Test } from '../../src/instruments/instruments';
import { predictOn } from '../../src/instruments/instrument';
import { allInstruments, instrumentById } from '../../src/instruments/instruments';
import { fromScale, judgedSteps } from '../../src/instruments/prediction';
import { normalCdf } from '../../src/statistics/normal';
import { simplePrediction } from '../../src/instruments/simplePrediction';
import { filamentOf } from '../../src/circuit/parts/lamp';
import { filamentAmps } from '../../src/physics/filament';
import { stateSolver } from '../../src/solver/stateSolver';
import { lampVoltsOn } from '../../src/instruments/testLamp';
import { restingState } from '../../src/circuit/restingState';
import { hypothesesOf } from '../../src/faults/hypotheses';
import { library, states } from '../library';
import { common, smallCircuit } from '../smallCircuit';

const shortAt = (section: string, ohms: number): Fault => ({
  kind: 'short to ground',
  section,
  ohms,
  position: 0.5,
});
const solvedCircuitOf = (state: SolvedCircuit['state'], fault: Fault | null = null): SolvedCircuit => ({
  circuit: library,
  state,
  solution: stateSolver(library, state).solve(fault),
});
const shows = (solved: SolvedCircuit, instrument: Test['instrument'], at: string) =>
  simplePrediction(instrumentById(instrument), predictOn(instrumentById(instrument), solved, at));
const ohmsOf = (solved: SolvedCircuit, at: string) => {
  const { display } = instrumentById('ohmmeter');
  const prediction = predictOn(instrumentById('ohmmeter'), solved, at);
  if (prediction.kind !== 'number' || display.kind !== 'number') throw new Error(prediction.kind);
  return fromScale(display.scale, prediction.mean);
};

describe('ohms to ground', () => {
  test('see the cold lamps and the strips in parallel, healthy: no proof of a short', () => {
    // Two times 10 W at 13.5 V: 18.2 Ω hot, 1.52 Ω cold, two in parallel 0.76; strips and outlet 24 ∥ 24 ∥ 18 = 7.2;
    // wires and sockets add some 0.05.
    const relayOut = withApart(states.fuseOut, 'K4', true);
    expect(ohmsOf(solvedCircuitOf(relayOut), 'K4.normallyOpen')).toBeCloseTo(
      1 / (2 / 1.519 + 1 / 7.2) + 0.05,
      1,
    );
  });

  test('show OL on the parted, unplugged door side, and the short when there is one', () => {
    const parted = withApart(withApart(states.fuseOut, 'C7', true), 'SL', true);
    expect(shows(solvedCircuitOf(parted), 'ohmmeter', 'C7.1b')).toBe('OL');
    expect(ohmsOf(solvedCircuitOf(parted, shortAt('W17', 0.3)), 'C7.1b')).toBeCloseTo(0.3, 1);
  });

  test('mean nothing on a live point', () => {
    expect(predictOn(instrumentById('ohmmeter'), solvedCircuitOf(states.rest), 'F17.load').kind).toBe(
      'meaningless',
    );
  });
});

describe('the test lamp', () => {
  test('to ground: bright on a feed, dark behind an empty cavity', () => {
    expect(shows(solvedCircuitOf(states.rest), 'lamp-to-ground', 'F17.load')).toBe('Bright');
    expect(shows(solvedCircuitOf(states.fuseOut), 'lamp-to-ground', 'F17.load')).toBe('Dark');
  });

  test('stays dark through a path of 200 Ω that an ohmmeter sees', () => {
    const parted = withApart(withApart(states.fuseOut, 'C9', true), 'K4', true);
    const wet = solvedCircuitOf(withApart(parted, 'SH1', true), shortAt('W20', 200));
    expect(shows(wet, 'lamp-to-battery', 'C9.1a')).toBe('Bright');
    const alone = solvedCircuitOf({ ...states.fuseOut, apart: ['C1', 'C9', 'K4'] }, shortAt('W20', 200));
    expect(shows(alone, 'lamp-to-battery', 'C9.1a')).toBe('Dark');
    expect(ohmsOf(alone, 'C9.1a')).toBeCloseTo(200, -1);
  });

  test('takes the volts at which its own current meets the source’s', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 5000, noNaN: true }),
        (volts, ohms) => {
          const lamp = filamentOf(3, 12);
          const across = lampVoltsOn({ volts, ohms }, lamp);
          expect(filamentAmps(lamp, across) * ohms + across).toBeCloseTo(volts, 6);
        },
      ),
    );
  });

  test('is never put on a wire of a module’s output', () => {
    for (const id of ['lamp-to-ground', 'lamp-to-battery'] as const) {
      expect(instrumentById(id).mayPropose(library, states.rest, 'K4.coilCommand')).toBe(false);
      expect(instrumentById(id).mayPropose(library, states.rest, 'BM.5')).toBe(false);
      expect(instrumentById(id).mayPropose(library, states.rest, 'BM.1')).toBe(true);
    }
  });
});

describe('the voltmeter', () => {
  test('wanders on a wire tied to nothing', () => {
    expect(shows(solvedCircuitOf(withApart(states.rest, 'C7', true)), 'voltmeter', 'C7.1b')).toBe(
      'floating: any volts',
    );
  });
});

describe('the limiter lamp', () => {
  test('is bright on a short, and glows through the healthy loads as well', () => {
    expect(shows(solvedCircuitOf(states.limiterOn, shortAt('W07', 0.1)), 'cavity-lamp', 'F17')).toBe(
      'Bright',
    );
    // Behind the relay, whose coil hangs on the same fuse: the short takes the coil's volts, the relay lets go, and pulls.
    expect(shows(solvedCircuitOf(states.limiterOn, shortAt('W17', 0.1)), 'cavity-lamp', 'F17')).toMatch(
      /flickers/i,
    );
    // Healthy, 20 W of cold lamps and the strips leave it most of the volts: that glow is no short.
    expect(shows(solvedCircuitOf(states.limiterOn), 'cavity-lamp', 'F17')).not.toBe('Dark');
  });

  test('goes dark when the relay that feeds the short is pulled', () => {
    const pulled = withApart(states.limiterOn, 'K4', true);
    expect(shows(solvedCircuitOf(pulled, shortAt('W17', 0.1)), 'cavity-lamp', 'F17')).toBe('Dark');
  });

  test('means nothing where there is none', () => {
    expect(predictOn(instrumentById('cavity-lamp'), solvedCircuitOf(states.lightsOn), 'F17').kind).toBe(
      'meaningless',
    );
  });
});

describe('a fresh fuse, a clamp and a watched load', () => {
  test('tell a short by blowing, by passing current, and by going dead', () => {
    expect(shows(solvedCircuitOf(states.lightsOn, shortAt('W17', 0.1)), 'fresh-fuse', 'F17')).toBe(
      'Blows at once',
    );
    expect(shows(solvedCircuitOf(states.lightsOn), 'fresh-fuse', 'F17')).toBe('Holds');
    expect(shows(solvedCircuitOf(states.limiterOn, shortAt('W17', 0.1)), 'clamp', 'W16@from')).toBe(
      'Current passes',
    );
    expect(shows(solvedCircuitOf(states.limiterOn, shortAt('W17', 0.1)), 'clamp', 'W21@from')).toBe(
      'No current',
    );
    expect(shows(solvedCircuitOf(states.lightsOn), 'load', 'RL12')).toBe('Works');
    expect(shows(solvedCircuitOf(withCavity(states.lightsOn, 'F17', { kind: 'open' })), 'load', 'RL12')).toBe(
      'Dead',
    );
  });
});

test('a load whose element is open is dead with full volts across it, and a motor that stalls does nothing', () => {
  const open: Fault = { kind: 'part', part: 'RL12', effect: { kind: 'cut', role: 'filament', atRest: [] } };
  expect(shows(solvedCircuitOf(states.lightsOn, open), 'load', 'RL12')).toBe('Dead');
  const motor = smallCircuit(
    [{ ...common('MO'), kind: 'motor', ohms: 6 }],
    [
      ['BAT.+', 'MO.1'],
      ['MO.2', 'G.x'],
    ],
  );
  const failures = hypothesesOf(motor).filter(({ suspect }) => suspect === 'MO');
  const seen = (name: string) => {
    const { fault } = failures.find((each) => each.name === name)!;
    const state = restingState(motor);
    return shows({ circuit: motor, state, solution: stateSolver(motor, state).solve(fault) }, 'load', 'MO');
  };
  expect(seen('stalls')).toBe('Dead');
  expect(seen('brushes or winding open')).toBe('Dead');
  expect(seen('winding partly shorted')).toMatch(/^Weak/);
});

test('every instrument gives chances that sum to 1, or finite numbers, at every target in every state', () => {
  const benches = [states.rest, states.lightsOn, states.limiterOn, states.fuseOut].flatMap((state) => [
    solvedCircuitOf(state),
    solvedCircuitOf(state, shortAt('W17', 0.3)),
    solvedCircuitOf(state, { kind: 'open', section: 'W11' }),
  ]);
  for (const instrument of allInstruments) {
    for (const at of instrument.targets(library)) {
      for (const solved of benches) {
        const prediction = predictOn(instrument, solved, at);
        if (prediction.kind === 'outcomes') {
          expect(prediction.chances.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 9);
          expect(Math.min(...prediction.chances)).toBeGreaterThanOrEqual(-1e-12);
        }
        if (prediction.kind === 'number') {
          expect(Number.isFinite(prediction.mean)).toBe(true);
          expect(prediction.deviation).toBeGreaterThan(0);
        }
      }
    }
  }
});

test('steps judged by eye split at their thresholds', () => {
  expect(normalCdf(0)).toBeCloseTo(0.5, 7);
  expect(normalCdf(1.96)).toBeCloseTo(0.975, 3);
  expect(judgedSteps(0.5, [0.08, 0.5], 0.35)[2]).toBeCloseTo(0.5, 6);
  expect(judgedSteps(0, [0.08, 0.5], 0.35)).toEqual([1, 0, 0]);
});

describe('a motor listened to', () => {
  const motor = smallCircuit(
    [
      { ...common('MO'), kind: 'motor', ohms: 1.2 },
      { ...common('HE'), kind: 'heater', ohms: 1.2 },
    ],
    [
      ['BAT.+', 'MO.1'],
      ['MO.2', 'G.x'],
      ['BAT.+', 'HE.1'],
      ['HE.2', 'G.x'],
    ],
  );
  const heard = (name: string | null, at = 'MO') => {
    const fault =
      name === null
        ? null
        : hypothesesOf(motor).find((each) => each.suspect === 'MO' && each.name === name)!.fault;
    const state = restingState(motor);
    return shows({ circuit: motor, state, solution: stateSolver(motor, state).solve(fault) }, 'listen', at);
  };

  test('strains where it stalls, is silent where nothing flows in it, and is the only kind of load that is asked', () => {
    expect(heard(null)).toMatch(/runs freely/i);
    expect(heard('stalls')).toMatch(/strains/i);
    expect(heard('brushes or winding open')).toMatch(/silent/i);
    expect(heard('pin pushed out of its plug')).toMatch(/silent/i);
    expect(instrumentById('listen').targets(motor)).toEqual(['MO']);
  });
});
