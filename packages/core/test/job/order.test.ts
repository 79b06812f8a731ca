import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import type { OperatingState } from '../../src/circuit/operatingState';
import type { ReadingValue } from '../../src/instruments/instrument';
import type { Test } from '../../src/instruments/instruments';
import { assess } from '../../src/job/assess';
import type { JobEvent, JobFact } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { handOver } from '../../src/job/handOver';
import { moduleChecklist } from '../../src/job/moduleChecklist';
import { outOfOrder } from '../../src/job/order';
import { numberBeside, proofPairs, proofWanted } from '../../src/job/proof';
import { watchWords } from '../../src/text/watch';
import { stillApart } from '../../src/job/putBack';
import { repairEstimate } from '../../src/planning/repairEstimate';
import { repairSteps } from '../../src/job/repairSteps';
import { restingState } from '../../src/circuit/restingState';
import { createPredictor } from '../../src/inference/predictor';
import { readNotation } from '../../src/notation/readNotation';
import { fuseBlows, library, states } from '../library';

let count = 0;
const event = (fact: JobFact): JobEvent => ({
  ...fact,
  id: `e${count++}`,
  author: 'oduya',
  at: '2026-01-01T00:00:00Z',
});
const reading = (
  instrument: Test['instrument'],
  at: string,
  state: OperatingState,
  value: ReadingValue,
): JobEvent => event({ type: 'reading-taken', test: { instrument, at }, state, value, typed: '' });
const shown = (outcome: string): ReadingValue => ({ kind: 'outcome', outcome });
const volts = (value: number): ReadingValue => ({ kind: 'number', value });
const healthy = createPredictor(library, []);
const folded = (...events: readonly JobEvent[]) => foldJob(library, events);

const cause = event({ type: 'cause-found', suspect: 'W17', text: 'rubbed', root: 'rub' });
const repair = event({ type: 'repair-done', steps: ['joined'], text: '' });
const close = event({ type: 'job-closed', proven: true, why: '' });

describe('a repair', () => {
  test('is proven by the same measurement in the same state, healthy now and not before', () => {
    expect(outOfOrder(library, folded(fuseBlows, cause), close)).toMatch(/Record the repair/);
    expect(outOfOrder(library, folded(fuseBlows), repair)).toMatch(/Record the cause/);
    const repaired = [fuseBlows, cause, repair];
    expect(outOfOrder(library, folded(...repaired), close)).toMatch(/again/);
    expect(proofWanted(healthy, folded(...repaired)).map(({ id }) => id)).toEqual([fuseBlows.id]);
    const again = { ...fuseBlows, id: 'again' };
    // Another state, the wrong outcome: neither proves it.
    const elsewhere = { ...again, state: states.rest, value: shown('holds') };
    expect(proofPairs(healthy, folded(...repaired, elsewhere))).toEqual([]);
    expect(outOfOrder(library, folded(...repaired, again), close)).toMatch(/again/);
    const holds = { ...again, value: shown('holds') };
    const proven = folded(...repaired, holds);
    expect(proofPairs(healthy, proven)).toMatchObject([{ before: { id: fuseBlows.id }, proves: true }]);
    expect(outOfOrder(library, proven, close)).toBeNull();
    expect(folded(...repaired, holds, close)).toMatchObject({ stage: 'proven', closed: { proven: true } });
  });

  test('what the customer told is proven first, whenever it was entered; then a number stands beside it', () => {
    const low = reading('voltmeter', 'RL12.1', states.lightsOn, volts(3.1));
    const told = { ...reading('load', 'RL12', states.lightsOn, shown('dead')), told: true } as JobEvent;
    const mended = [low, told, cause, repair];
    expect(proofWanted(healthy, folded(...mended))[0]?.id).toBe(told.id);
    const works = reading('load', 'RL12', states.lightsOn, shown('works'));
    const proven = folded(...mended, works);
    const pairs = proofPairs(healthy, proven);
    expect(pairs.map(({ proves }) => proves)).toEqual([true]);
    expect(numberBeside(healthy, proven, pairs)?.id).toBe(low.id);
    const both = folded(...mended, works, { ...low, id: 'again', value: volts(12.3) } as JobEvent);
    expect(numberBeside(healthy, both, proofPairs(healthy, both))).toBeNull();
  });

  test('it is said how long a proof is watched, by how it failed', () => {
    const blew = (outcome: string) => watchWords({ value: shown(outcome) }, false);
    expect(blew('blows')).toBeNull();
    expect(blew('after-minutes')).toMatch(/longer than it took/);
    expect(blew('in-the-wet')).toMatch(/wet the place/);
    expect(watchWords({ value: volts(3) }, true)).toMatch(/move the wiring/);
  });

  test('is not closed as proven while anything is apart; each thing is put back by its own entry', () => {
    const torn = withCavity(withApart({ ...states.rest, batteryConnected: false }, 'C7', true), 'F17', {
      kind: 'lamp',
      watts: 21,
    });
    const behindTrim = library.places.find(({ strip }) => strip === 'headliner')!.id;
    const looked = reading('look', behindTrim, states.rest, shown('nothing'));
    const holds = { ...fuseBlows, id: 'again', value: shown('holds') };
    const events = [fuseBlows, looked, cause, repair, holds, event({ type: 'state-set', state: torn })];
    const apart = () => stillApart(library, folded(...events));
    expect(outOfOrder(library, folded(...events), close)).toMatch(
      /Put everything back.*C7.*Fit Fuse 17 as labelled.*Refit/,
    );
    expect(apart()).toHaveLength(4);
    for (let [item] = apart(); item !== undefined; [item] = apart()) {
      expect(outOfOrder(library, folded(...events), close)).not.toBeNull();
      events.push(event(item.putBack));
    }
    expect(events).toHaveLength(10);
    expect(outOfOrder(library, folded(...events), close)).toBeNull();
  });

  test('a look never proves a repair', () => {
    const place = library.places[0]!.id;
    const damage = reading('look', place, states.rest, shown('damage'));
    const after = { ...damage, id: 'after', value: shown('nothing') };
    expect(proofPairs(healthy, folded(damage, cause, repair, after))).toEqual([]);
    expect(proofWanted(healthy, folded(damage, cause, repair))).toEqual([]);
  });

  test('what is read after it is no evidence of the fault', () => {
    const predictor = createPredictor(library);
    const before = assess(predictor, folded(fuseBlows)).posterior.suspects;
    const after = assess(
      predictor,
      folded(fuseBlows, cause, repair, { ...fuseBlows, id: 'again', value: shown('holds') }),
    ).posterior.suspects;
    expect(after).toEqual(before);
  });

  test('closing without proof wants a reason', () => {
    const unproven = (why: string) => event({ type: 'job-closed', proven: false, why });
    expect(outOfOrder(library, folded(fuseBlows), unproven(' '))).toMatch(/why/);
    expect(outOfOrder(library, folded(fuseBlows), unproven('nothing reproduces'))).toBeNull();
    expect(folded(fuseBlows, unproven('nothing reproduces')).stage).toBe('closed unproven');
  });

  test('its steps name the wire, the place that wore it, and the fuse as labelled', () => {
    const steps = repairSteps(library, 'W17', 'short to ground').join(' ');
    expect(steps).toMatch(/yellow-grey wire of hinge loom, feed at rear-door hinge grommet/);
    expect(steps).toMatch(/0.75 mm²/);
    expect(steps).toMatch(/Fuse 17 as labelled: 15 A regular blade, never larger/);
    expect(repairSteps(library, 'K4', 'coil open').join(' ')).toMatch(/relay like Relay K4/);
  });

  test('its estimate counts the strip once it is on, and not when it is off', () => {
    const { site } = folded();
    const on = repairEstimate(library, site, 'W16');
    const off = repairEstimate(library, { ...site, stripped: ['headliner'] }, 'W16');
    const strip = library.strips.find(({ id }) => id === 'headliner')!.minutes;
    expect(on.minutes - off.minutes).toBeCloseTo(strip, 9);
  });

  test('where nothing wears a wire it is reached all along: trim at either end comes off', () => {
    const { site } = folded();
    for (const section of library.sections) {
      const places = section.places.map((id) => library.places.find((place) => place.id === id)!);
      const worn = places.find(({ hazards }) => hazards.length > 0);
      const reached = worn === undefined ? places : [worn];
      const { strips } = repairEstimate(library, site, section.id);
      expect([...strips].sort()).toEqual([...new Set(reached.flatMap(({ strip }) => strip ?? []))].sort());
    }
  });
});

describe('a module', () => {
  const named = event({ type: 'cause-found', suspect: 'BM', text: 'output dead' });

  test('is not named before its supply and ground are read, or knowingly skipped', () => {
    expect(outOfOrder(library, folded(), named)).toMatch(/BM/);
    const supply = reading('voltmeter', 'BM.1', states.rest, volts(12.5));
    const ground = reading('lamp-to-battery', 'BM.2', states.rest, shown('bright'));
    expect(outOfOrder(library, folded(supply), named)).toMatch(/BM/);
    expect(outOfOrder(library, folded(supply, ground), named)).toBeNull();
    const skip = event({ type: 'checklist-skipped', module: 'BM', why: 'read by the last workshop' });
    expect(outOfOrder(library, folded(skip), named)).toBeNull();
    expect(folded(skip).skipped).toEqual({ BM: 'read by the last workshop' });
  });

  test('its list says where each pin comes from, when it is fed, and what was read', () => {
    const lines = moduleChecklist(healthy, folded(reading('voltmeter', 'BM.1', states.rest, volts(2))), 'BM');
    expect(lines).toMatchObject([
      { terminal: 'BM.1', role: 'supply', sources: ['Fuse 4'], fedWhen: 'always', verdict: 'bad' },
      { terminal: 'BM.2', role: 'ground', sources: ['G5 dash'], verdict: 'unread' },
    ]);
  });
});

test('a module’s pins are read in a state in which it is fed, whatever the job’s state is', () => {
  const { circuit } = readNotation(
    'battery.- > ground GB\nbattery > fuse 1 10A > ignition IGN > splice S1 > relay K1.86\n' +
      'module ECM: 1 supply, 2 ground, 7 low-side\nS1 > ECM.1\nECM.2 > ground G1\nK1.85 > ECM.7\n' +
      'battery > K1.30\nK1.87 > lamp L 21W > G1',
  );
  const predictor = createPredictor(circuit);
  const [key] = circuit.controls;
  const on = withControl(restingState(circuit), key!.id, key!.positions[1]!.id);
  const fed = (state: OperatingState) => {
    const { solution } = predictor.solved(state, null);
    return solution.volts(solution.network.nodeOf.get('ECM.1')!);
  };
  const states = [
    ...[restingState(circuit), on].flatMap((state) => [state, { ...state, batteryConnected: false }]),
    ...[withApart(on, 'K1', true), withCavity(on, 'F1', { kind: 'open' }), withApart(on, 'ECM', true)],
  ];
  for (const state of states) {
    const asked = event({ type: 'state-set', state });
    const lines = moduleChecklist(predictor, foldJob(circuit, [asked]), 'ECM');
    for (const { readIn, terminal } of lines)
      expect({ terminal, fed: fed(readIn) > 11 }).toEqual({ terminal, fed: true });
    // What was read there settles it: nothing is asked twice.
    const taken = lines.map(({ terminal, readIn }) =>
      reading('voltmeter', terminal, readIn, volts(terminal === 'ECM.1' ? 12.5 : 0)),
    );
    const after = moduleChecklist(predictor, foldJob(circuit, [asked, ...taken]), 'ECM');
    expect(after.map(({ verdict }) => verdict)).toEqual(['good', 'good']);
  }
  // Nothing runs through its ground with the battery off: volts there are no proof, ohms are.
  const off = { ...on, batteryConnected: false };
  const ground = (instrument: 'voltmeter' | 'ohmmeter', value: number) =>
    moduleChecklist(
      predictor,
      foldJob(circuit, [reading(instrument, 'ECM.2', off, { kind: 'number', value })]),
      'ECM',
    )[1]!.verdict;
  expect([ground('voltmeter', 0), ground('ohmmeter', 0.1)]).toEqual(['unread', 'good']);
});

describe('the customer', () => {
  const ask = event({
    type: 'customer-asked',
    text: 'headliner down',
    amount: 60,
    places: ['headliner-mid'],
  });
  const answer = (agreed: boolean) =>
    event({ type: 'customer-answered', agreed, amount: agreed ? 60 : 0, text: '' });

  test('keeps the job waiting; a yes lets it go on, a no puts what it was about out of bounds', () => {
    expect(folded(ask).stage).toBe('waiting for the customer');
    expect(outOfOrder(library, folded(), answer(true))).toMatch(/Nothing is waiting/);
    expect(folded(ask, answer(true))).toMatchObject({ stage: 'searching', refused: [] });
    const no = folded(ask, answer(false));
    expect(no.refused).toEqual(['headliner-mid']);
    expect(no.refusedWhy).toEqual({ 'headliner-mid': 'the customer said no' });
  });
});

test('a correction takes the place of what it corrects, and both stay in the record', () => {
  const wrong = reading('voltmeter', 'F17.feed', states.rest, volts(1.2));
  const right: JobEvent = {
    ...reading('voltmeter', 'F17.feed', states.rest, volts(12.5)),
    ...{ corrects: wrong.id },
  };
  const job = folded(wrong, right);
  expect(job.readings.map(({ withdrawn }) => withdrawn)).toEqual(['corrected', null]);
});

test('an older reading is corrected on paper: the vehicle stays as it is, and no minute is counted twice', () => {
  const wrong = reading('voltmeter', 'F17.feed', states.rest, volts(1.2));
  const on = withControl(states.rest, 'key', 'run');
  const later = reading('voltmeter', 'F17.load', on, volts(12.4));
  const right: JobEvent = {
    ...reading('voltmeter', 'F17.feed', states.rest, volts(12.5)),
    ...{ corrects: wrong.id },
  };
  const [before, after] = [folded(wrong, later), folded(wrong, later, right)];
  expect([after.state, after.site, after.past, after.minutes]).toEqual([
    before.state,
    before.site,
    before.past,
    before.minutes,
  ]);
  // What the corrected one left behind was not so: a fuse that held stands in its cavity.
  const blew = reading('fresh-fuse', 'F17', on, { kind: 'outcome', outcome: 'blows' });
  const held: JobEvent = {
    ...reading('fresh-fuse', 'F17', on, { kind: 'outcome', outcome: 'holds' }),
    ...{ corrects: blew.id },
  };
  expect(folded(blew, held).state).toEqual(folded(held).state);
});

test('a hand-over is five lines: known, left, the vehicle, refused, next', () => {
  const predictor = createPredictor(library);
  const job = folded(fuseBlows, event({ type: 'point-refused', point: 'hinge', why: 'seized' }));
  const lines = handOver(library, job, assess(predictor, job));
  expect(lines).toHaveLength(5);
  expect(lines[0]).toMatch(/^Known: 1 reading/);
  expect(lines[1]).toMatch(/^Left: .*%/);
  expect(lines[3]).toBe('Refused: rear-door hinge grommet (seized).');
});

test('codes: a module in want of its command wire says open or low, one without supply does not answer', () => {
  const on = withControl(withControl(states.rest, 'key', 'run'), 'saloon', 'off');
  const predictor = createPredictor(library);
  const chances = (suspect: string | null, name: string) => {
    const h = predictor.hypotheses.findIndex((each) => each.suspect === suspect && each.name === name);
    const prediction = predictor.predict(
      on,
      { instrument: 'codes', at: 'BM.5' },
      suspect === null ? null : h,
    );
    return prediction.kind === 'outcomes' ? prediction.chances : [];
  };
  const said = (all: readonly number[]) => ['none', 'low', 'high', 'silent'][all.indexOf(Math.max(...all))];
  expect(said(chances(null, ''))).toBe('none');
  expect(said(chances('W09', 'open'))).toBe('low');
  expect(said(chances('W04', 'open'))).toBe('silent');
  expect(said(chances('K4', 'coil open'))).toBe('low');
});
