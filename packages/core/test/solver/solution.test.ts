import fc from 'fast-check';
import type { Circuit } from '../../src/circuit/circuit';
import { restingState } from '../../src/circuit/restingState';
import { withApart, withControl } from '../../src/circuit/operatingState';
import type { Fault } from '../../src/faults/fault';
import { hypothesesOf } from '../../src/faults/hypotheses';
import { compileNetwork } from '../../src/solver/compileNetwork';
import { linearise } from '../../src/network/linearised';
import { stateSolver } from '../../src/solver/stateSolver';
import { expectAsCompiled } from '../expectAsCompiled';
import { generatedHarness } from '../generatedHarness';
import { library, states } from '../library';
import { randomCircuit } from '../randomCircuit';

const seed = 20261103;

/** Every kind of fault of wires and parts, shorts of any size anywhere along a wire. */
const anyFault = (circuit: Circuit): fc.Arbitrary<Fault> => {
  const sections = circuit.sections.map(({ id }) => id);
  const known = hypothesesOf(circuit).flatMap(({ fault }) => fault ?? []);
  return fc.oneof(
    fc.constantFrom(...known),
    fc.record({
      kind: fc.constantFrom('short to ground' as const, 'short to battery' as const),
      section: fc.constantFrom(...sections),
      ohms: fc.double({ min: 0.02, max: 2000, noNaN: true }),
      position: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
    }),
  );
};

describe('a fault put into a solved circuit', () => {
  test(`gives the voltages of the circuit compiled with that fault (seed ${seed})`, () => {
    const circuits = randomCircuit('lamps and resistors').chain(({ circuit }) =>
      anyFault(circuit).map((fault) => ({ circuit, fault })),
    );
    fc.assert(
      fc.property(circuits, ({ circuit, fault }) => {
        expectAsCompiled(circuit, restingState(circuit), fault);
      }),
      { seed, numRuns: 250 },
    );
  });

  test('does so for every hypothesis of the demo circuit, in states that differ', () => {
    const parted = withApart(states.lightsOn, 'C7', true);
    const all = [states.rest, states.lightsOn, states.limiterOn, states.fuseOut, parted];
    // One of each kind in each section and part, each in one of the states: the oracle's test mixes them at random.
    const families = new Map(hypothesesOf(library).map(({ family, fault }) => [family, fault]));
    for (const [index, state] of all.entries()) {
      const solver = stateSolver(library, state);
      for (const [family, fault] of families)
        if (family % all.length === index && fault !== null) expectAsCompiled(library, state, fault, solver);
    }
  });

  test('does so where a fault at the main feed throws dozens of lamps off, and where it moves them a little', () => {
    const harness = generatedHarness(300);
    const rest = restingState(harness);
    const solver = stateSolver(harness, rest);
    expect(solver.network.filaments.length).toBeGreaterThan(40);
    const short = { kind: 'short to ground', section: 'W0', position: 0.5 } as const;
    const faults: readonly Fault[] = [
      ...[0.05, 0.3, 5].map((ohms) => ({ ...short, ohms })),
      { kind: 'added resistance', section: 'W0', ohms: 0.5 },
      { kind: 'open', section: 'W0' },
    ];
    for (const fault of faults) expectAsCompiled(harness, rest, fault, solver);
  });

  test(`looks into every point through the ohms that a test amp finds there (seed ${seed})`, () => {
    fc.assert(
      fc.property(fc.option(anyFault(library)), fc.constantFrom(...library.parts), (fault, part) => {
        const solution = stateSolver(library, states.fuseOut).solve(fault);
        const plain = compileNetwork(library, states.fuseOut, fault === null ? [] : [fault]);
        const { joined } = solution;
        const before = linearise(plain, joined);
        for (const [terminal, node] of plain.nodeOf) {
          if (!terminal.startsWith(`${part.id}.`) || before.connectivity.group[node] !== 0) continue;
          // A nanoamp, which warms no filament: 1 µV behind 1 kΩ into a cold circuit.
          const amps = { owner: 'meter', role: 'source', a: node, b: 0, siemens: 1e-3, sourceVolts: 1e-6 };
          const after = linearise({ ...plain, branches: [...plain.branches, amps] }, joined);
          const rise = after.volts[node]! - before.volts[node]!;
          const ohms = (1000 * rise) / (1e-6 - after.volts[node]!);
          if (Math.abs(before.volts[node]!) < 1e-9)
            expect(solution.thevenin(node, 0).ohms).toBeCloseTo(ohms, 2);
        }
      }),
      { seed, numRuns: 150 },
    );
  });

  test(`keeps Kirchhoff's current law at every splice (seed ${seed})`, () => {
    fc.assert(
      fc.property(anyFault(library), (fault) => {
        const solution = stateSolver(library, states.limiterOn).solve(fault);
        for (const splice of ['S0', 'S1', 'S2', 'S3', 'S4']) {
          const sum = library.sections.reduce((total, { id, from, to }) => {
            if (to === `${splice}.x`) return total + solution.sectionAmps(id, 'to');
            return from === `${splice}.x` ? total - solution.sectionAmps(id, 'from') : total;
          }, 0);
          expect(Math.abs(sum)).toBeLessThan(1e-6);
        }
      }),
      { seed, numRuns: 100 },
    );
  });
});

describe('the travelling library', () => {
  const nodeVolts = (
    state: typeof states.rest,
    terminal: `${string}.${string}`,
    fault: Fault | null = null,
  ) => {
    const solution = stateSolver(library, state).solve(fault);
    const node = solution.network.nodeOf.get(terminal) ?? -1;
    return { volts: solution.volts(node), floating: solution.floating(node), solution };
  };

  test('lights the lamps through the relay when the saloon switch is on, and not before', () => {
    expect(nodeVolts(states.rest, 'RL12.1').volts).toBeCloseTo(0, 6);
    // 12.6 V less some drop over battery, fuse, relay and wires.
    expect(nodeVolts(states.lightsOn, 'RL12.1').volts).toBeGreaterThan(12);
  });

  test('shows 12.6 V at the undriven command pin, through the coil, and nothing with the relay out', () => {
    expect(nodeVolts(states.rest, 'K4.coilCommand').volts).toBeCloseTo(12.6, 1);
    expect(nodeVolts(withApart(states.rest, 'K4', true), 'K4.coilCommand').volts).toBeCloseTo(0, 3);
  });

  test('reports the door side of a parted connector as floating while the door is shut', () => {
    expect(nodeVolts(withApart(states.rest, 'C7', true), 'C7.1b').floating).toBe(true);
  });

  test('ties the step lamp to ground through the door switch only while the door is open', () => {
    const open = withControl(withApart(states.rest, 'SL', true), 'rear-door', 'open');
    expect(nodeVolts(withApart(states.rest, 'SL', true), 'SL.2').floating).toBe(true);
    expect(nodeVolts(open, 'SL.2').floating).toBe(false);
  });

  test('blows the fuse on a solid short behind the relay, only once the relay has pulled in', () => {
    const short: Fault = { kind: 'short to ground', section: 'W17', ohms: 0.1, position: 0.5 };
    expect(nodeVolts(states.rest, 'RL12.1', short).solution.blown).toEqual([]);
    expect(nodeVolts(states.lightsOn, 'RL12.1', short).solution.blown).toEqual(['F17']);
  });

  test('lets a wet path of 200 Ω pass without blowing anything', () => {
    const wet: Fault = { kind: 'short to ground', section: 'W21', ohms: 200, position: 0.5 };
    expect(nodeVolts(states.lightsOn, 'RL12.1', wet).solution.blown).toEqual([]);
  });

  test('names a relay that feeds its coil through its own opening contact as chattering', () => {
    const { parts, sections } = library;
    const buzzer = {
      ...library,
      parts: parts.map((part) =>
        part.id === 'K4' && part.kind === 'relay'
          ? {
              ...part,
              pins: {
                coilFeed: '86',
                coilCommand: '85',
                supply: '30',
                normallyOpen: '87',
                normallyClosed: '87a',
              },
            }
          : part,
      ),
      // The coil is fed from the contact that opens when the coil is fed.
      sections: sections.map((section) =>
        section.id === 'W08' ? { ...section, from: 'K4.normallyClosed' as const } : section,
      ),
    };
    expect(stateSolver(buzzer, states.lightsOn).solve(null).chatters).toBe('K4');
    expect(stateSolver(buzzer, states.rest).solve(null).chatters).toBeNull();
  });
});
