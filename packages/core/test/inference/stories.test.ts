import { withApart, withCavity, withRenewed } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { Circuit } from '../../src/circuit/circuit';
import { jointSuspect } from '../../src/faults/fault';
import { comesAndGoesShare } from '../../src/faults/rates';
import { assess } from '../../src/job/assess';
import { ambiguityGroups } from '../../src/job/planNext';
import { foldJob } from '../../src/job/foldJob';
import { usualKit } from '../../src/planning/kit';
import { nextActions } from '../atOnce';
import { priceOfBeingWrong } from '../../src/planning/priceOfBeingWrong';
import type { TakenReading } from '../../src/inference/takenReading';
import { createPredictor } from '../../src/inference/predictor';
import { inferPosterior } from '../../src/inference/posterior';
import { bladeFuse, common, lamp, smallCircuit } from '../smallCircuit';
import { fuseBlows, library, minibus, minibusEvents, states } from '../library';

const read = (
  id: string,
  instrument: TakenReading['test']['instrument'],
  at: string,
  state: TakenReading['state'],
  outcome: string,
): TakenReading => ({ id, test: { instrument, at }, state, value: { kind: 'outcome', outcome } });
const chanceOf = ({ suspects }: { suspects: readonly { id: string; probability: number }[] }, id: string) =>
  suspects.find((each) => each.id === id)?.probability ?? 0;

/** Two lamps on one fuse, each on a wire of its own. */
const twoLamps = smallCircuit(
  [bladeFuse('F', 10), { ...common('S'), kind: 'splice' }, lamp('L1', 21), lamp('L2', 21)],
  [
    ['BAT.+', 'F.feed'],
    ['F.load', 'S.x'],
    ['S.x', 'L1.1'],
    ['S.x', 'L2.1'],
    ['L1.2', 'G.x'],
    ['L2.2', 'G.x'],
  ],
);
const rest = restingState(twoLamps);

describe('two causes at once', () => {
  // Each lamp is dead with full volts at its far end's side: no single fault does that to both and spares the splice.
  const readings = [
    read('a', 'load', 'L1', rest, 'dead'),
    read('b', 'load', 'L2', rest, 'dead'),
    read('c', 'lamp-to-ground', 'S.x', rest, 'bright'),
    read('d', 'lamp-to-ground', 'L1.1', rest, 'dark'),
    read('e', 'lamp-to-ground', 'L2.1', rest, 'bright'),
    {
      id: 'f',
      test: { instrument: 'ohmmeter', at: 'L2.1' },
      state: { ...withApart(withCavity(rest, 'F', { kind: 'open' }), 'L1', true), batteryConnected: false },
      value: { kind: 'overload' },
    } satisfies TakenReading,
  ];

  test('are taken up only when no single fault stands', () => {
    const predictor = createPredictor(twoLamps);
    expect(inferPosterior(predictor, readings.slice(0, 1)).pairs).toEqual([]);
    const { suspects, pairs } = inferPosterior(predictor, readings);
    expect(pairs.length).toBeGreaterThan(0);
    // The wire to the one lamp is open, the other lamp is burnt out.
    const both = (other: string) => chanceOf({ suspects }, jointSuspect('W2', other));
    // Or its ground wire is open: its own pin is all that has been read.
    expect(both('L2') + both('W5')).toBeGreaterThan(0.8);
    expect(suspects[0]!.kinds[0]!.name).toMatch(/^open and (burnt out|open)$/);
    expect(suspects.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
  });
});

test('a reading that its author doubts weighs little, and may be asked again', () => {
  const predictor = createPredictor(twoLamps);
  const dead = read('a', 'load', 'L1', rest, 'dead');
  const dark = read('b', 'lamp-to-ground', 'L1.1', rest, 'dark');
  const [sure, unsure] = [dark, { ...dark, unsure: true as const }].map((each) =>
    inferPosterior(predictor, [dead, each]),
  );
  const before = chanceOf(inferPosterior(predictor, [dead]), 'L1');
  expect(chanceOf(sure!, 'L1')).toBeLessThan(0.2 * before);
  expect(chanceOf(unsure!, 'L1')).toBeGreaterThan(0.4 * before);
  expect(chanceOf(unsure!, 'L1')).toBeLessThan(before);
});

describe('a fault that comes and goes', () => {
  const seen = [
    read('a', 'load', 'L1', rest, 'dead'),
    read('b', 'load', 'L2', rest, 'works'),
    read('c', 'lamp-to-ground', 'L1.1', rest, 'bright'),
    read('d', 'load', 'L1', withApart(rest, 'L2', true), 'works'),
  ];

  test('explains a lamp that is dead and works again, above all when the complaint says so', () => {
    const predictor = createPredictor(twoLamps);
    const usual = inferPosterior(predictor, seen);
    const told = inferPosterior(predictor, seen, { comingShare: comesAndGoesShare.told });
    const moving = (each: typeof usual) => each.comingAndGoing.reduce((sum, chance) => sum + chance, 0);
    // From one in a hundred to one in fifteen, and to nearly sure.
    expect(moving(usual)).toBeGreaterThan(5 * comesAndGoesShare.usually);
    expect(moving(told)).toBeGreaterThan(0.8);
    expect(told.suspects[0]!.kinds[0]!.name).toMatch(/comes and goes$/);
  });

  test('may be a crimp whose ohms grow as it warms: sound while cold, found by the drop while warm', () => {
    const predictor = createPredictor(twoLamps);
    const cold = [read('a', 'load', 'L1', rest, 'works'), read('b', 'load', 'L2', rest, 'works')];
    const drop = { id: 'd', test: { instrument: 'wire-drop', at: 'W2' }, state: rest } as const;
    const warm: TakenReading[] = [
      read('c', 'load', 'L1', rest, 'weak'),
      // 3 ohms beside the lamp's 7.
      { ...drop, value: { kind: 'number', value: 3.9 } },
    ];
    const told = inferPosterior(predictor, [...cold, ...warm], { comingShare: comesAndGoesShare.told });
    expect(chanceOf(told, 'W2')).toBeGreaterThan(0.8);
    const grows = told.suspects[0]!.kinds.find(({ name }) => name === 'added resistance, comes and goes');
    expect(grows!.probability).toBeGreaterThan(0.3);
    expect(told.doubtful).toEqual([]);
  });

  test('is where the harness answers to being moved', () => {
    const there = { id: 'here', name: 'here', reachMinutes: 1, hazards: [], visibility: 0.5 };
    const places = [there, { ...there, id: 'door' }];
    const moved: Circuit = {
      ...twoLamps,
      places,
      sections: twoLamps.sections.map((each) => (each.id === 'W2' ? { ...each, places: ['door'] } : each)),
    };
    const predictor = createPredictor(moved);
    const before = inferPosterior(predictor, seen, { comingShare: comesAndGoesShare.told });
    const after = inferPosterior(predictor, [...seen, read('w', 'wiggle', 'door', rest, 'changes')], {
      comingShare: comesAndGoesShare.told,
    });
    expect(chanceOf(after, 'W2')).toBeGreaterThan(3 * chanceOf(before, 'W2'));
  });
});

describe('how a fuse blew', () => {
  const wet = (outcome: string) => {
    const place = { id: 'here', name: 'here', reachMinutes: 1, hazards: [], visibility: 0.5 };
    const circuit: Circuit = {
      ...twoLamps,
      places: [place, { ...place, id: 'wheel', hazards: ['water'] }],
      sections: twoLamps.sections.map((each) => (each.id === 'W3' ? { ...each, places: ['wheel'] } : each)),
    };
    return inferPosterior(createPredictor(circuit), [read('f', 'fresh-fuse', 'F', rest, outcome)]);
  };

  test('in the wet points to where water gets', () => {
    expect(chanceOf(wet('in-the-wet'), 'W3')).toBeGreaterThan(2 * chanceOf(wet('blows'), 'W3'));
  });

  test('now and then points to what comes and goes', () => {
    const moving = (outcome: string) => wet(outcome).comingAndGoing.reduce((sum, chance) => sum + chance, 0);
    expect(moving('at-random')).toBeGreaterThan(5 * moving('blows'));
  });

  test('after minutes points to less than a dead short: a motor that drags or whose turns have run together', () => {
    const circuit = smallCircuit(
      [bladeFuse('F', 10), { ...common('MO'), kind: 'motor', ohms: 1.6 }],
      [
        ['BAT.+', 'F.feed'],
        ['F.load', 'MO.1'],
        ['MO.2', 'G.x'],
      ],
    );
    const told = (outcome: string) =>
      inferPosterior(createPredictor(circuit), [
        read('f', 'fresh-fuse', 'F', restingState(circuit), outcome),
      ]).suspects.find(({ id }) => id === 'MO')!;
    // Turning hard it draws 1.35 to 4 times its 7.5 A: the fuse of 10 A takes its time.
    const share = (outcome: string, name: string) => {
      const { kinds, probability } = told(outcome);
      return kinds.find((each) => each.name === name)!.probability / probability;
    };
    expect(told('after-minutes').kinds[0]!.name).toBe('drags, draws too much');
    const drags = 'drags, draws too much';
    expect(share('after-minutes', drags)).toBeGreaterThan(1.5 * share('blows', drags));
  });

  test('leaves the cavity as good as empty until a fuse is fitted', () => {
    expect(foldJob(library, [fuseBlows]).state.cavities).toEqual({ F17: { kind: 'open' } });
    const held = { ...fuseBlows, value: { kind: 'outcome', outcome: 'holds' } } as const;
    expect(foldJob(library, [held]).state.cavities).toEqual({});
  });
});

describe('what the readings cannot tell apart', () => {
  test('is named, with the reading that would part it', () => {
    const predictor = createPredictor(twoLamps);
    const taken = [read('a', 'load', 'L1', rest, 'dead'), read('b', 'load', 'L2', rest, 'works')];
    const job = {
      ...foldJob(twoLamps, []),
      readings: taken.map((each) => ({
        ...each,
        author: '',
        at: '',
        typed: '',
        withdrawn: null,
        afterRepairs: 0,
        pastStates: 0,
      })),
    };
    const groups = ambiguityGroups(predictor, job, assess(predictor, job));
    const group = groups.find(({ suspects }) => suspects.includes('L1'))!;
    // The lamp, its feed wire and its ground wire all leave it dead and the other alight.
    expect([...group.suspects].sort()).toEqual(expect.arrayContaining(['L1', 'W2', 'W4']));
    expect(group.parting!.bits).toBeGreaterThan(0.3);
  });
});

describe('swapping a part', () => {
  test('is evidence: the load works with another relay, so the relay was it', () => {
    const predictor = createPredictor(minibus);
    const job = foldJob(minibus, minibusEvents);
    const taken = job.readings;
    const swapped = read('s', 'load', 'RP', withRenewed(job.state, 'K2'), 'works');
    const before = chanceOf(inferPosterior(predictor, taken), 'K2');
    const after = chanceOf(inferPosterior(predictor, [...taken, swapped]), 'K2');
    expect(before).toBeLessThan(0.1);
    // A pin that the socket no longer grips stays with another relay in it; and one look decides nothing.
    expect(after).toBeGreaterThan(5 * before);
    expect(after).toBeGreaterThan(0.4);
    const still = read('s', 'load', 'RP', withRenewed(job.state, 'K2'), 'dead');
    expect(chanceOf(inferPosterior(predictor, [...taken, still]), 'K2')).toBeLessThan(0.02);
  });

  test('is proposed where the part is suspect and a good one is known, with its price', () => {
    const priced: Circuit = {
      ...twoLamps,
      // Of another wattage, so that the second lamp is none to exchange it with.
      parts: twoLamps.parts.map((part) =>
        part.id === 'L1' && part.kind === 'lamp' ? { ...part, watts: 18, price: 3 } : part,
      ),
    };
    const predictor = createPredictor(priced);
    const taken = [read('a', 'load', 'L1', rest, 'dead'), read('b', 'load', 'L2', rest, 'works')];
    const actions = nextActions(
      predictor,
      inferPosterior(predictor, taken),
      { state: rest, at: null, stripped: [] },
      {
        refused: [],
        without: ['lamp-to-ground', 'lamp-to-battery', 'voltmeter', 'ohmmeter', 'part-ohms'],
        taken,
      },
      20,
    );
    const swap = actions.find(({ state }) => state.renewed?.includes('L1') === true)!;
    expect(swap.work.money).toBe(3);
    // Whether it works then, or draws what it should.
    expect(['load', 'clamp-amps']).toContain(swap.test.instrument);
  });
});

describe('the price of being wrong', () => {
  const predictor = createPredictor(library);
  const posterior = inferPosterior(predictor, [fuseBlows]);
  const site = { state: states.fuseOut, at: null, stripped: [] };
  const [next] = nextActions(predictor, posterior, site, { refused: [], without: [], taken: [fuseBlows] });

  test('a dear repair on a weak suspicion wants another reading, a cheap one on a strong suspicion does not', () => {
    const sure = posterior.suspects[0]!.probability;
    const dear = priceOfBeingWrong(library, sure, { minutes: 120, money: 200, strips: [] }, next!);
    expect(dear.lossNow).toBeCloseTo((1 - sure) * 320, 9);
    expect(dear.lossAfter).toBeLessThan(dear.repair);
    expect(dear.advice).toBe('read first');
    const cheap = { minutes: 2, money: 0, strips: [] };
    expect(priceOfBeingWrong(library, 0.98, cheap, next!).advice).toBe('repair');
  });

  test('a strip that both the repair and the reading need counts on neither side', () => {
    const behind = {
      ...next!,
      work: { ...next!.work, strips: ['headliner'], minutes: next!.work.minutes + 25 },
    };
    const repair = { minutes: 40, money: 0, strips: ['headliner'] };
    const priced = priceOfBeingWrong(library, 0.4, repair, behind);
    expect(priced.lossNow).toBeCloseTo(0.6 * 15, 9);
    expect(priced.reading).toBeCloseTo(next!.work.minutes, 9);
  });
});

test('the plan keeps to pinned places, and weighs a preferred instrument’s minutes less', () => {
  const predictor = createPredictor(library);
  const posterior = inferPosterior(predictor, [fuseBlows]);
  const site = { state: withCavity(states.rest, 'F17', { kind: 'open' }), at: null, stripped: [] };
  const free = { refused: [], taken: [fuseBlows], ...usualKit };
  const all = 12;
  const pinned = nextActions(predictor, posterior, site, { ...free, pinned: ['fuse-box', 'd-pillar'] }, all);
  expect(pinned.length).toBeGreaterThan(0);
  for (const { work } of pinned)
    for (const place of work.places) expect(['fuse-box', 'd-pillar']).toContain(place);
  const ohmsFirst = (actions: typeof pinned) =>
    actions.findIndex(({ test: asked }) => asked.instrument === 'ohmmeter');
  const usual = ohmsFirst(nextActions(predictor, posterior, site, free, all));
  const liked = ohmsFirst(nextActions(predictor, posterior, site, { ...free, preferred: ['ohmmeter'] }, all));
  expect(liked).toBeGreaterThanOrEqual(0);
  expect(liked).toBeLessThanOrEqual(usual < 0 ? Infinity : usual);
});
