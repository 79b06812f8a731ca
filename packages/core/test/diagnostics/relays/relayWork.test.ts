import { restingState } from '../../../src/circuit/restingState';
import { withControl } from '../../../src/circuit/operatingState';
import { checkCircuit } from '../../../src/circuit/checkCircuit';
import type { Fault } from '../../../src/faults/fault';
import { foldJob } from '../../../src/job/foldJob';
import type { JobEvent } from '../../../src/job/events';
import { assess } from '../../../src/job/assess';
import type { RelayPart } from '../../../src/circuit/parts/relay';
import { commandPath } from '../../../src/diagnostics/relays/commandPath';
import {
  commandStates,
  loadsOf,
  relayAmps,
  relayById,
  wholeState,
} from '../../../src/diagnostics/relays/commanded';
import { footprintOf, footprints, mirrored, pinsLaidOut } from '../../../src/circuit/parts/footprints';
import { relaysBeside } from '../../../src/diagnostics/relays/likeRelays';
import { differencesBetween } from '../../../src/circuit/parts/relayDifferences';
import { pinNames } from '../../../src/circuit/parts/pinNames';
import { provingMoves } from '../../../src/diagnostics/relays/provingMoves';
import { createPredictor } from '../../../src/inference/predictor';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { shows } from '../../smallCircuit';
import { readingOf } from './pinReadings';
import type { RelayDraw } from './relayCircuit';
import { plainDraw, relayCircuit } from './relayCircuit';

const built = (draw: Partial<RelayDraw>) => {
  const { circuit } = relayCircuit({ ...plainDraw, ...draw });
  return { circuit, predictor: createPredictor(circuit), healthy: createPredictor(circuit, []) };
};
const relay = (draw: Partial<RelayDraw> = {}): RelayPart => relayById(built(draw).circuit, 'K');

test('the circuits of these tests are sound', () => {
  for (const command of ['switch', 'chain', 'low-side output', 'high-side output'] as const) {
    expect(checkCircuit(built({ command, resting: true, beside: true }).circuit)).toEqual([]);
  }
});

test('the nearest position that pulls a relay moves no control that need not move', () => {
  const { circuit, healthy } = built({ command: 'chain', feed: 'through the key' });
  const rest = restingState(circuit).controls;
  expect(commandStates(healthy, 'K', rest)).toEqual({
    pulled: { key: 'on', button: 'on', brake: 'on' },
    released: rest,
  });
  const pulled = { key: 'on', button: 'on', brake: 'on' };
  // Any one of them lets it go; the first in the document is as near as any other.
  expect(commandStates(healthy, 'K', pulled).released).toEqual({ ...pulled, key: 'off' });
});

test('what hangs on a relay: its load and the amps of its contact, 12.6 V over 1.2 Ω less what the wires take', () => {
  const { healthy } = built({});
  expect(loadsOf(healthy, 'K').map(({ at }) => at)).toEqual(['L0']);
  expect(relayAmps(healthy, 'K')).toBeGreaterThan(9);
  expect(relayAmps(healthy, 'K')).toBeLessThan(10.5);
});

describe('whose command is missing', () => {
  test('a chain of switches and the key, each with the position that it takes', () => {
    const { circuit, healthy } = built({ command: 'chain', feed: 'through the key' });
    const state = withControl(restingState(circuit), 'button', 'on');
    const event: JobEvent = { id: 'e', author: 'a', at: '', type: 'state-set', state };
    const { gates, wires } = commandPath(healthy, foldJob(circuit, [event]), 'K');
    expect(
      gates.map(({ part, side, clauses }) => [part, side, clauses[0]?.words, clauses[0]?.holds]),
    ).toEqual([
      ['SW', 'coil command', 'button: on', true],
      ['SB', 'coil command', 'brake: on', false],
      ['IGN', 'coil feed', 'key: on', false],
    ]);
    expect(wires.map(({ from, to }) => `${from} ${to}`)).toContain('SW.2 SB.1');
  });

  test('a module spells its condition out, and live data at its input counts as seen', () => {
    const { circuit, healthy } = built({ command: 'low-side output' });
    const state = wholeState(circuit, { key: 'off', button: 'on', brake: 'on' });
    const deaf: Fault = { kind: 'part', part: 'M', effect: { kind: 'hold', role: '3', joined: true } };
    const read = readingOf(healthy, { instrument: 'live-data', at: 'M.3' }, state, deaf, seededRandom(1), 1);
    const set: JobEvent = { id: 'e', author: 'a', at: '', type: 'state-set', state };
    const { gates, wires } = commandPath(healthy, foldJob(circuit, [set, read]), 'K');
    const [module] = gates.filter(({ part }) => part === 'M');
    expect(module?.clauses).toMatchObject([
      { words: 'M pin 3 reads low', holds: true, expected: 'Reads low', seen: false },
      { words: 'brake: on', holds: true, test: null },
    ]);
    const own = wires.find(({ to }) => to === 'M.4');
    expect(own?.warning).toContain('M unplugged first');
    expect(own?.state).toMatchObject({ batteryConnected: false, apart: ['K', 'M'] });
  });

  test('end to end with both ends off, a metre of wire reads next to nothing and a broken one OL', () => {
    const { circuit, healthy } = built({ command: 'low-side output' });
    const { wires } = commandPath(healthy, foldJob(circuit, []), 'K');
    const { test: asked, state } = wires.find(({ to }) => to === 'M.4')!;
    const section = circuit.sections.find(({ to }) => to === 'M.4')!.id;
    expect(shows(circuit, state, 'wire-ohms', asked.at)).toBe('7.6 mΩ');
    expect(shows(circuit, state, 'wire-ohms', asked.at, { kind: 'open', section })).toBe('OL');
    // The module plugged in, and the coil: 85 Ω, and the feed's way to the module's standing ohms.
    const plugged = shows(circuit, { ...state, apart: [] }, 'wire-ohms', asked.at, { kind: 'open', section });
    expect(plugged).not.toBe('OL');
  });
});

describe('moves that prove', () => {
  const movesOf = (draw: Partial<RelayDraw>) => {
    const { circuit, predictor, healthy } = built(draw);
    const dead = readingOf(
      healthy,
      { instrument: 'load', at: 'L0' },
      wholeState(circuit, commandStates(healthy, 'K', restingState(circuit).controls).pulled!),
      { kind: 'part', part: 'K', effect: { kind: 'hold', role: 'normallyOpen', joined: false } },
      seededRandom(1),
      0,
    );
    const job = foldJob(circuit, [dead]);
    return provingMoves(predictor, healthy, job, assess(predictor, job).posterior, 'K');
  };

  test('each is worth something and says so; no lead has more than the fuse before its pin', () => {
    const moves = movesOf({ command: 'switch' });
    expect(moves.map(({ id }) => id)).toEqual(['jumper', 'own ground', 'swap', 'tap']);
    const [jumper, ground] = moves;
    expect(jumper?.state.leads).toEqual([{ from: 'K.supply', to: 'K.normallyOpen', fuseAmps: 30 }]);
    expect(ground?.state.leads).toEqual([{ from: 'ground', to: 'K.coilCommand', fuseAmps: 5 }]);
    for (const { id, foreseen, cautions } of moves) {
      expect([id, cautions.length > 0]).toEqual([id, true]);
      if (id !== 'tap') expect(foreseen?.bits).toBeGreaterThan(0.05);
    }
    expect(jumper?.cautions.join(' ')).toContain('30 A at most');
  });

  test('a coil that the vehicle feeds gets a feed of one’s own, and the module is unplugged first', () => {
    const own = movesOf({ command: 'high-side output' }).find(({ id }) => id.startsWith('own'));
    expect(own).toMatchObject({ id: 'own feed', state: { apart: ['M'] } });
    expect(own?.cautions.join(' ')).toContain('never feed its output');
  });

  test('a lead that lies from one move is taken off for the next: it would make the load work by itself', () => {
    const { circuit, predictor, healthy } = built({ command: 'switch' });
    const lead = { from: 'K.supply', to: 'K.normallyOpen', fuseAmps: 30 } as const;
    const state = { ...wholeState(circuit, restingState(circuit).controls), leads: [lead] };
    const job = foldJob(circuit, [{ id: 's', author: 'a', at: '', type: 'state-set', state }]);
    const moves = provingMoves(predictor, healthy, job, assess(predictor, job).posterior, 'K');
    expect(moves.map(({ state: { leads } }) => leads?.length ?? 0)).toEqual([1, 1, 0, 0]);
    expect(moves[1]?.state.leads?.[0]?.from).toBe('ground');
  });

  test('with the module on the ground side the caution forbids a feed on its pin', () => {
    const own = movesOf({ command: 'low-side output' }).find(({ id }) => id.startsWith('own'));
    expect(own).toMatchObject({ id: 'own ground', state: { apart: [] } });
    expect(own?.cautions.join(' ')).toContain('never a feed onto it');
  });
});

describe('like relays', () => {
  test('footprint, contacts, numbers, suppression, coil and volts each tell two relays apart', () => {
    const own = relay();
    const others: readonly (readonly [RelayPart, number, RegExp])[] = [
      [{ ...own, footprint: 'micro' }, 12, /footprint/],
      [relay({ resting: true }), 12, /contacts/],
      [relay({ numbering: 'own' }), 12, /numbered/],
      [relay({ suppression: 'diode' }), 12, /suppression: diode/],
      [{ ...own, coilOhms: 320 }, 24, /24 V.*320/],
    ];
    expect(differencesBetween(own, 12, { ...own, id: 'K9' }, 12)).toEqual([]);
    for (const [other, volts, words] of others) {
      expect(differencesBetween(own, 12, other, volts).join(', ')).toMatch(words);
    }
  });

  test('one socket drawn in two circuits is listed once, like relays first', () => {
    const { circuit } = built({});
    const beside = built({ suppression: 'diode' }).circuit;
    const renamed = (cavity: string, of = circuit) => ({
      ...of,
      parts: of.parts.map((part) => (part.kind === 'relay' ? { ...part, cavity } : part)),
    });
    const found = relaysBeside({ circuit, relay: 'K' }, [
      circuit,
      renamed('D', beside),
      renamed('L'),
      renamed('L'),
    ]);
    expect(found.map(({ relay: { cavity }, differences }) => [cavity, differences.length])).toEqual([
      ['L', 0],
      ['D', 1],
    ]);
  });
});

describe('pins as they are printed and as they lie', () => {
  test('what is printed decides which end of the coil is which; a maker’s own numbers go by role', () => {
    const turned = { ...relay(), pins: { ...relay().pins, coilFeed: '85', coilCommand: '86' } };
    const of = (part: RelayPart, role: string) => pinNames(part).find((each) => each.role === role);
    expect(of(turned, 'coilFeed')).toMatchObject({ own: '85', din: '85', running: '2' });
    expect(of(relay({ numbering: 'running' }), 'normallyOpen')).toMatchObject({ own: '5', din: '87' });
    expect(of(relay({ numbering: 'own' }), 'supply')).toMatchObject({ own: 'A1', din: '30', running: '3' });
  });

  test('every footprint lays out every pin once, and the legs are the socket mirrored', () => {
    for (const footprint of Object.values(footprints)) {
      const cells = footprint.pins.map(({ column, row }) => `${column} ${row}`);
      expect(new Set(cells).size).toBe(cells.length);
      expect(mirrored(mirrored(footprint.pins))).toEqual(footprint.pins);
    }
    const five = relay({ resting: true });
    expect(
      pinsLaidOut(five, footprintOf(five))
        .map(({ role }) => role)
        .sort(),
    ).toEqual(Object.keys(five.pins).sort());
    // A layout drawn without one of the pins still shows it.
    expect(pinsLaidOut(five, { pins: footprints.mini.pins })).toHaveLength(5);
  });
});
