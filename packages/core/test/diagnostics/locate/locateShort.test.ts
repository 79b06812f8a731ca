import type { OperatingState } from '../../../src/circuit/operatingState';
import { withControl } from '../../../src/circuit/operatingState';
import type { TakenReading } from '../../../src/inference/takenReading';
import { restingState } from '../../../src/circuit/restingState';
import { alongWire, locateShort } from '../../../src/diagnostics/locate/locateShort';
import { narrowing } from '../../../src/diagnostics/locate/narrowing';
import { sectionWithFigures } from '../../../src/notation/editCircuit';
import { readNotation } from '../../../src/notation/readNotation';
import { writeNotation } from '../../../src/notation/writeNotation';
import { assumedFigures } from '../../../src/circuit/wireFigures';
import { locatedWords } from '../../../src/text/located';
import { library } from '../../library';
import { fusedLamp, locatedShorts } from './simulatedShort';

test('where a short lies is told within the stated error about two times in three, and to a twelfth of the wire', () => {
  for (const means of ['millivolts', 'both'] as const) {
    const { within, told, medianOff } = locatedShorts(80, means);
    expect(told).toBeGreaterThan(0.9);
    expect(within).toBeGreaterThan(0.55);
    expect(within).toBeLessThan(0.82);
    expect(medianOff).toBeLessThan(0.085);
  }
}, 60_000);

test('ohms from both ends of a metre or two say nothing, and it says so', () => {
  expect(locatedShorts(20, 'ohms from both ends').told).toBeLessThan(0.2);
});

test('without a reading it is where the wire is worn most easily, and is said to be no more than that', () => {
  const located = locateShort(library, 'W17', []);
  expect(located).toMatchObject({ told: false, place: 'hinge' });
  expect(locatedWords(library, located)).toMatch(/cannot tell.*hinge/);
});

test('of a wire whose length was assumed no metres are told, until somebody has said how long it is', () => {
  const { circuit } = readNotation('battery.- > ground GB\nbattery > fuse 1 10A > lamp left 21W > ground G1');
  const wire = circuit.sections.find(({ to }) => to === 'lamp-left.1')!;
  const told = {
    section: wire.id,
    metres: 0.6 * wire.lengthMetres,
    errorMetres: 0.1,
    place: null,
    told: true,
  };
  expect(locatedWords(circuit, told)).toMatch(/^Some 60 % of the way from Fuse 1, load leg to Lamp left/);
  const known = sectionWithFigures(circuit, wire.id, { lengthMetres: wire.lengthMetres, areaMm2: 1 });
  expect(locatedWords(known, told)).toMatch(/^About .* from Fuse 1, load leg, ± 10 cm/);
  // What was said is in the text of the drawing, and nothing of the wire is assumed there.
  const read = readNotation(writeNotation(known)).circuit.sections.find(({ id }) => id === wire.id)!;
  expect([read.lengthMetres, read.areaMm2]).toEqual([wire.lengthMetres, 1]);
  expect(assumedFigures(read)).toEqual([]);
});

test('what narrows it is millivolts along the wire behind a limiter, until they have been read', () => {
  const circuit = fusedLamp(4, 0.75);
  const along = alongWire(circuit, 'W1');
  const site = { state: restingState(circuit), at: null, stripped: [] };
  const next = narrowing(along, 'W1', [], site);
  expect(next).toMatchObject({
    test: { instrument: 'wire-drop', at: 'W1' },
    state: { cavities: { F1: { kind: 'lamp', watts: 21 } } },
  });
  const { test, state } = next!;
  const value = { kind: 'number', value: 0.08 } as const;
  const again = narrowing(along, 'W1', [{ id: 'r', test, state, value }], site);
  expect(again?.test.instrument).not.toBe('wire-drop');
});

test('whatever has been taken apart on the way there is joined again for it: no current runs through an open connector', () => {
  const circuit = fusedLamp(4, 0.75);
  const along = alongWire(circuit, 'W1');
  const rest = restingState(circuit);
  const openable = circuit.parts.filter(({ kind }) => kind !== 'battery' && kind !== 'ground');
  expect(openable.length).toBeGreaterThan(1);
  for (const { id } of openable) {
    const next = narrowing(along, 'W1', [], { state: { ...rest, apart: [id] }, at: null, stripped: [] });
    expect(next).toMatchObject({ test: { instrument: 'wire-drop', at: 'W1' }, state: { apart: [] } });
  }
});

test('millivolts are read with the controls as they stood when it blew, though it was told first that it held before', () => {
  const { circuit } = readNotation(`battery.- > ground GB
battery > fuse 30 15A > switch glass > connector C1
C1 > (1mm² 4.5m) connector C2 > heater glass 8A > ground G1`);
  const wire = circuit.sections.find(({ to }) => to.startsWith('C2.'))!;
  const off = restingState(circuit);
  const on = withControl(off, 'switch-glass', 'on');
  const fuse = (id: string, state: OperatingState, outcome: string): TakenReading => ({
    id,
    test: { instrument: 'fresh-fuse', at: 'F30' },
    state,
    value: { kind: 'outcome', outcome },
  });
  const readings = [fuse('a', off, 'holds'), fuse('b', on, 'blows')];
  const site = { state: off, at: null, stripped: [] };
  const next = narrowing(alongWire(circuit, wire.id), wire.id, readings, site);
  expect(next).toMatchObject({ test: { instrument: 'wire-drop' }, state: { controls: on.controls } });
});
