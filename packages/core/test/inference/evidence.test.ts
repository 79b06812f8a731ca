import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import type { OperatingState } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { REFERENCE } from '../../src/network/network';
import { solveTogether } from '../../src/solver/stateSolver';
import { fuseInDoubt } from '../../src/job/fuseInDoubt';
import { assess } from '../../src/job/assess';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { allInstruments } from '../../src/instruments/instruments';
import { outcomeTables } from '../../src/planning/outcomeTable';
import { truncatedPosterior } from '../../src/planning/truncatedPosterior';
import type { TakenReading } from '../../src/inference/takenReading';
import { createPredictor } from '../../src/inference/predictor';
import { inlierLikelihood } from '../../src/inference/inlierLikelihood';
import { inferPosterior } from '../../src/inference/posterior';
import { expectednessInRange } from '../../src/inference/expectedness';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';
import { shows } from '../smallCircuit';

const draw = (name: string, seed: number) =>
  families.find((each) => each.name === name)!.draw(seededRandom(seed));
const horn = draw('horn', 5);
const predictor = createPredictor(horn);
const pressed = withControl(restingState(horn), 'horn', 'pressed');
const limited = withCavity(pressed, 'F1', { kind: 'lamp', watts: 21 });
const shorted = predictor.hypotheses.findIndex(
  ({ suspect, name }) => suspect === 'H1' && name === 'shorted to its case',
);

const reading = (id: string, at: string, outcome: string, state: OperatingState): TakenReading => ({
  id,
  test: { instrument: 'load', at },
  state,
  value: { kind: 'outcome', outcome },
});

test('a short inside a part goes with the part: unplugged, the harness is free', () => {
  const off = { ...restingState(horn), batteryConnected: false };
  const ohms = (state: OperatingState) => {
    const { solution } = predictor.solved(state, shorted);
    return solution.thevenin(solution.network.nodeOf.get('H1.1')!, REFERENCE).ohms;
  };
  expect(ohms(off)).toBeLessThan(1);
  // What is left is the other horn.
  expect(ohms(withApart(off, 'H1', true))).toBeGreaterThan(2);
});

test('a relay whose coil shares the limited feed buzzes: its lamp flickers, at about half its power on average', () => {
  const { fault } = predictor.hypotheses[shorted]!;
  expect(solveTogether(horn, limited, [fault!]).chatters).toBe('K1');
  expect(shows(horn, limited, 'cavity-lamp', 'F1', fault)).toMatch(/flickers/i);
  const lampVolts = solveTogether(horn, limited, [fault!]).phases!.map(
    ({ volts, network }) => volts(network.nodeOf.get('F1.feed')!) - volts(network.nodeOf.get('F1.load')!),
  );
  // Off while the contact is open but for the coil, nearly all of the supply while it is closed.
  expect(Math.min(...lampVolts)).toBeLessThan(2);
  expect(Math.max(...lampVolts)).toBeGreaterThan(11);
});

test.each(['dark', 'dim', 'bright', 'flickers'])(
  'a buzzing lamp entered as %s condemns nobody',
  (outcome) => {
    const blows: TakenReading = {
      id: 'blows',
      test: { instrument: 'fresh-fuse', at: 'F1' },
      state: pressed,
      value: { kind: 'outcome', outcome: 'blows' },
    };
    const seen: TakenReading = {
      id: 'lamp',
      test: { instrument: 'cavity-lamp', at: 'F1' },
      state: limited,
      value: { kind: 'outcome', outcome },
    };
    const chance = (readings: readonly TakenReading[]) =>
      inferPosterior(predictor, readings).suspects.find(({ id }) => id === 'H1')!.probability;
    expect(chance([blows, seen])).toBeGreaterThan(0.4 * chance([blows]));
  },
);

test('five looks at one lamp are not five witnesses', () => {
  const lamps = draw('parallel lamps', 3);
  const model = createPredictor(lamps);
  const on = withControl(restingState(lamps), 'lights', 'on');
  const fingerprints = Array.from({ length: 5 }, (_each, i) => reading(`r${i}`, 'L1a', 'dead', on));
  const others = [reading('o1', 'L1b', 'works', on), reading('o2', 'L2a', 'works', on)];
  const nothing = (readings: readonly TakenReading[]) =>
    inferPosterior(model, readings).suspects.find(({ id }) => id === 'nothing-wrong')!.probability;
  const [once, fiveTimes] = [
    nothing([...fingerprints.slice(0, 1), ...others]),
    nothing([...fingerprints, ...others]),
  ];
  // One slip explains all five: nothing wrong stays possible, where five witnesses would have ruled it out.
  expect(fiveTimes).toBeGreaterThan(once / 1000);
  expect(fiveTimes).toBeLessThan(once);
});

test('the outcomes of every instrument have room: their chances sum to 1 under every hypothesis', () => {
  const posterior = inferPosterior(predictor, []);
  const truncated = truncatedPosterior(predictor, posterior);
  const make = outcomeTables(truncated);
  for (const instrument of allInstruments) {
    for (const at of instrument.targets(horn).slice(0, 2)) {
      const predictions = predictor.predictions(pressed, { instrument: instrument.id, at });
      const table = make(instrument, predictions.rowsFor(truncated.asked));
      if (table === null) continue;
      truncated.chances.forEach((_chance, k) => {
        let sum = 0;
        for (let o = 0; o < table.outcomes; o++) sum += table.chances[o * truncated.chances.length + k]!;
        expect(sum).toBeCloseTo(1, 6);
      });
    }
  }
});

test('ohms between the grid’s explain several readings as well as those on it', () => {
  const lamps = draw('parallel lamps', 3);
  const model = createPredictor(lamps);
  const on = withControl(restingState(lamps), 'lights', 'on');
  const wire = lamps.sections.find(({ from }) => from === 'SW.2')!.id;
  const chance = (ohms: number) => {
    const solution = solveTogether(lamps, on, [{ kind: 'added resistance', section: wire, ohms }]);
    const volts = ['S0.x', 'C1.1a', 'S1.x', 'C2.1a'].map((at, i): TakenReading => {
      const value = solution.volts(solution.network.nodeOf.get(at)!);
      return {
        id: `v${i}`,
        test: { instrument: 'voltmeter', at },
        state: on,
        value: { kind: 'number', value },
      };
    });
    return inferPosterior(model, volts).suspects.find(({ id }) => id === wire)!.probability;
  };
  // On a point of the grid, and halfway between two by the logarithm.
  expect(chance(1.73)).toBeGreaterThan(0.2 * chance(1));
  expect(chance(5.5)).toBeGreaterThan(0.2 * chance(3));
});

test('a number between what two neighbours of a family predict is just as expected; one beyond them is not', () => {
  const members = predictor.hypotheses.flatMap(({ suspect, name }, h) =>
    suspect === 'H1' && name === 'shorted to its case' ? [h] : [],
  );
  const off = { ...restingState(horn), batteryConnected: false };
  const ohms = (value: number): TakenReading => ({
    id: 'o',
    test: { instrument: 'ohmmeter', at: 'H1.1' },
    state: off,
    value: { kind: 'number', value },
  });
  expect(expectednessInRange(predictor, ohms(0.5), members)).toBe(1);
  expect(expectednessInRange(predictor, ohms(5000), members)).toBeLessThan(0.01);
});

test('a fuse that the present state may have opened is asked about, until it has been looked at', () => {
  const event = (id: string, fact: object): JobEvent =>
    ({ id, author: '', at: '2026-01-01T00:00:00Z', ...fact }) as JobEvent;
  const low = event('a', {
    type: 'reading-taken',
    test: { instrument: 'ohmmeter', at: 'H1.1' },
    state: { ...restingState(horn), batteryConnected: false },
    value: { kind: 'number', value: 0.2 },
    typed: '0.2',
  });
  const on = event('b', { type: 'state-set', state: pressed });
  const asked = (events: readonly JobEvent[]) => {
    const job = foldJob(horn, events);
    return fuseInDoubt(predictor, job, assess(predictor, job));
  };
  expect(asked([low])).toBeNull();
  expect(asked([low, on])).toBe('F1');
  const whole = event('c', {
    type: 'reading-taken',
    test: { instrument: 'fuse-check', at: 'F1' },
    state: pressed,
    value: { kind: 'outcome', outcome: 'whole' },
    typed: 'Whole',
  });
  expect(asked([low, on, whole])).toBeNull();
});

test('where an unknown limit decides whether an output conducts, each way of standing is believed as sharply as it shows', () => {
  const coil = draw('coil bank', 284);
  const model = createPredictor(coil);
  const running = withControl(restingState(coil), 'key', 'run');
  const taken = { id: 'v', test: { instrument: 'voltmeter', at: 'V1.2' }, state: running } as const;
  const likelihoods = (volts: number) => {
    const { total } = inlierLikelihood(model, { ...taken, value: { kind: 'number', value: volts } });
    return (suspect: string, name: string) =>
      Math.max(
        ...total.filter((_each, c) => {
          const own = model.hypotheses[model.cells.hypothesisOf[c]!]!;
          return own.suspect === suspect && own.name === name;
        }),
      );
  };
  // The coil's wire touches the battery: most drivers protect themselves, and both ends stand at the supply's volts.
  const off = likelihoods(12.4);
  expect(off('W13', 'short to battery')).toBeGreaterThan(0.3 * off('M', 'pin 10 pushed out of the plug'));
  // A driver that bears it holds the wire down a little.
  const on = likelihoods(10.6);
  expect(on('W13', 'short to battery')).toBeGreaterThan(10 * on('M', 'pin 10 pushed out of the plug'));
});
