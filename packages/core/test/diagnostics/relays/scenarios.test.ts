import { withApart } from '../../../src/circuit/operatingState';
import type { Effect } from '../../../src/circuit/parts/effect';
import type { Fault } from '../../../src/faults/fault';
import { foldJob } from '../../../src/job/foldJob';
import { assess } from '../../../src/job/assess';
import { wholeState } from '../../../src/diagnostics/relays/commanded';
import { socketTable } from '../../../src/diagnostics/relays/socketTable';
import { socketVerdict } from '../../../src/diagnostics/relays/socketVerdict';
import { createPredictor } from '../../../src/inference/predictor';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { pinReadings, readingOf } from './pinReadings';
import type { RelayDraw } from './relayCircuit';
import { plainDraw, relayCircuit } from './relayCircuit';

/** The circuit of the scenarios: a motor behind a relay with a diode, coil through its own fuse, a module grounds it. */
const draw: RelayDraw = { ...plainDraw, command: 'low-side output', suppression: 'diode' };
const { circuit } = relayCircuit(draw);
const predictor = createPredictor(circuit);
const healthy = createPredictor(circuit, []);

/** The section between two terminals. */
function between(from: string, to: string): string {
  const found = circuit.sections.find((each) => each.from === from && each.to === to);
  if (found === undefined) throw new Error(`no wire from ${from} to ${to}`);
  return found.id;
}

const within = (part: string, effect: Effect): Fault => ({ kind: 'part', part, effect });
const open = (from: string, to: string): Fault => ({ kind: 'open', section: between(from, to) });

/** Everything that can be read at the socket is entered; then the verdict is looked at. */
function verdictWith(fault: Fault, seed = 1) {
  const events = pinReadings(healthy, 'K', fault, seededRandom(seed));
  const job = foldJob(circuit, events);
  const { posterior } = assess(predictor, job);
  const verdict = socketVerdict(predictor, healthy, job, posterior, 'K');
  const [first] = [...verdict.relaySides].sort((one, other) => other.probability - one.probability);
  return { job, verdict, first: first!, story: verdict.stories[0]! };
}

const cases: readonly (readonly [name: string, fault: Fault, side: string, trouble: RegExp])[] = [
  ['supply missing', open('SP.x', 'K.supply'), 'supply', /missing/],
  ['load wire open', open('K.normallyOpen', 'SL.x'), 'load side', /open/],
  [
    'load wire short to ground',
    { kind: 'short to ground', section: between('K.normallyOpen', 'SL.x'), ohms: 0.1, position: 0.5 },
    'load side',
    /shorted to ground/,
  ],
  [
    'coil open',
    within('K', { kind: 'cut', role: 'coil', atRest: ['normallyOpen', 'normallyClosed'] }),
    'relay',
    /coil open/,
  ],
  ['command wire open', open('K.coilCommand', 'M.4'), 'coil command', /never comes/],
  ['command stuck on', within('M', { kind: 'hold', role: '4', joined: true }), 'coil command', /stuck on/],
  [
    'switch condition not met',
    within('SW', { kind: 'cut', role: '1-2', atRest: [] }),
    'coil command',
    /never comes/,
  ],
  [
    'burnt contact, 300 mΩ',
    within('K', { kind: 'added', role: 'normallyOpen', ohms: 0.3 }),
    'relay',
    /burnt contact/,
  ],
  ['welded contact', within('K', { kind: 'hold', role: 'normallyOpen', joined: true }), 'relay', /welded/],
  [
    'relay of the normally closed type',
    within('K', { kind: 'invert', role: 'normallyOpen' }),
    'relay',
    /opens when it pulls/,
  ],
];

test.each(cases)(
  '%s: read off the pins, the right quarter and the right story come first',
  (_name, fault, side, trouble) => {
    const { first, story } = verdictWith(fault);
    expect(first.side).toBe(side);
    expect(first.probability).toBeGreaterThan(0.9);
    expect(story.trouble).toMatch(trouble);
  },
);

test('85 and 86 exchanged, a diode inside, a switch to ground: the coil’s fuse blows, and the relay stands out', () => {
  const { circuit: switched } = relayCircuit({ ...draw, command: 'switch' });
  const [all, sound] = [createPredictor(switched), createPredictor(switched, [])];
  const events = pinReadings(sound, 'K', within('K', { kind: 'turn', role: 'diode' }), seededRandom(1));
  const job = foldJob(switched, events);
  const { stories } = socketVerdict(all, sound, job, assess(all, job).posterior, 'K');
  expect(stories[0]!.trouble).toMatch(/exchanged/);
});

test('behind a module that protects itself, the same looks like a module that gives no command: nothing is sworn to', () => {
  const { job } = verdictWith(within('K', { kind: 'turn', role: 'diode' }));
  expect(job.readings.length).toBeGreaterThan(20);
  expect(assess(predictor, job).proven).toBe(false);
});

test('a contact of 30 mΩ is not condemned by volts at the pins: 10 A drop 0.3 V, the meter’s own error', () => {
  // 12.6 V over 1.2 Ω: about 10 A. A drop over the contact itself, under current, is what shows it.
  const { first, verdict } = verdictWith(within('K', { kind: 'added', role: 'normallyOpen', ohms: 0.03 }));
  expect(first.probability).toBeLessThan(0.6);
  expect(verdict.relaySides.every(({ probability }) => probability < 0.6)).toBe(true);
});

test('burnt contact and weak feed look alike with the load seen weak; one reading parts them', () => {
  const { pulled } = socketTable(predictor, healthy, foldJob(circuit, []), 'K');
  const state = wholeState(circuit, pulled!);
  const burnt = within('K', { kind: 'added', role: 'normallyOpen', ohms: 0.5 });
  const event = readingOf(healthy, { instrument: 'load', at: 'L0' }, state, burnt, seededRandom(3), 0);
  expect(event).toMatchObject({ value: { outcome: 'weak' } });
  const job = foldJob(circuit, [event]);
  const { alike } = socketVerdict(predictor, healthy, job, assess(predictor, job).posterior, 'K');
  const group = alike.find(({ stories }) => stories.some(({ trouble }) => trouble === 'burnt contact'));
  expect(group?.stories.map(({ id }) => id)).toEqual(
    expect.arrayContaining(['relay: burnt contact', 'supply: weak']),
  );
  expect(group?.parting?.bits).toBeGreaterThan(0.3);
});

test('coil open and command missing look alike while the load is only seen dead', () => {
  const { pulled } = socketTable(predictor, healthy, foldJob(circuit, []), 'K');
  const dead = readingOf(
    healthy,
    { instrument: 'load', at: 'L0' },
    wholeState(circuit, pulled!),
    cases[3]![1],
    seededRandom(2),
    0,
  );
  const job = foldJob(circuit, [dead]);
  const { alike, next } = socketVerdict(predictor, healthy, job, assess(predictor, job).posterior, 'K');
  const ids = alike.flatMap(({ stories }) => stories.map(({ id }) => id));
  expect(ids).toEqual(expect.arrayContaining(['relay: coil open', 'coil command: never comes']));
  expect(next?.bits).toBeGreaterThan(0.5);
});

test('12.6 V at an undriven command pin prove coil and feed with the relay in; with it out the pin floats', () => {
  const { released } = socketTable(predictor, healthy, foldJob(circuit, []), 'K');
  const state = wholeState(circuit, released!);
  const job = foldJob(circuit, [{ id: 'a', author: 'b', at: '', type: 'state-set', state }]);
  const pin = socketTable(predictor, healthy, job, 'K').pins.find(({ role }) => role === 'coilCommand')!;
  expect(pin.in[0]).toMatchObject({ instrument: 'voltmeter', expected: '12.6 V' });
  // Out, only the module's own leak of 220 kΩ ties it to ground.
  expect(pin.out[0]).toMatchObject({ expected: '0 V' });
  expect(pin.out.find(({ instrument }) => instrument === 'lamp-to-ground')).toMatchObject({ allowed: false });
});

test('a reading as healthy that every fault would show too does not count as agreement', () => {
  const table = socketTable(predictor, healthy, foldJob(circuit, []), 'K');
  const state = withApart(wholeState(circuit, table.pulled!), 'K', true);
  const none = within('M', { kind: 'hold', role: '4', joined: false });
  const taken = (pin: string, fault: Fault | null) =>
    readingOf(
      healthy,
      { instrument: 'voltmeter', at: `K.${pin}` },
      state,
      fault ?? none,
      seededRandom(5),
      pin.length,
    );
  const job = foldJob(circuit, [
    { id: 's', author: 'b', at: '', type: 'state-set', state },
    taken('supply', null),
    taken('normallyOpen', null),
  ]);
  const pins = socketTable(predictor, healthy, job, 'K').pins;
  expect(pins.find(({ role }) => role === 'supply')?.agreement).toBe('agrees');
  expect(pins.find(({ role }) => role === 'coilFeed')?.agreement).toBe('not read');
});
