import type { RelayPart } from '../../../src/circuit/parts/relay';
import { coilOhmsAt20 } from '../../../src/diagnostics/relays/benchCoil';
import { benchProcedure } from '../../../src/diagnostics/relays/benchProcedure';
import type { BenchReadings } from '../../../src/diagnostics/relays/benchReadings';
import { benchVerdict } from '../../../src/diagnostics/relays/benchTest';
import { common } from '../../smallCircuit';

const relay: RelayPart = {
  ...common('K'),
  kind: 'relay',
  coilOhms: 78,
  pins: { coilFeed: '86', coilCommand: '85', supply: '30', normallyOpen: '87' },
  centre: 'box',
  cavity: '1',
};
const verdict = (readings: BenchReadings, of: RelayPart = relay, loadAmps: number | null = 15) =>
  benchVerdict({ relay: of, nominalVolts: 12, loadAmps }, readings);

test('88 Ω at 50 °C are 78.7 Ω at 20 °C: inside 70–85', () => {
  // 88 / (1 + 0.00393 · 30) = 88 / 1.1179 = 78.72
  expect(coilOhmsAt20(88, 50)).toBeCloseTo(78.72, 2);
  const { lines, grade } = verdict({ coilOhms: 88, celsius: 50, band: { leastOhms: 70, mostOhms: 85 } });
  expect(lines[0]?.words).toBe('88.0 Ω at 50 °C is 78.7 Ω at 20 °C: inside 70–85');
  expect(grade).toBe('good');
});

test('a cold reading inside the band may be outside it at 20 °C', () => {
  // 72 / (1 - 0.00393 · 20) = 72 / 0.9214 = 78.1 at 0 °C; 88 uncorrected would be condemned, 80 at 80 °C is 64.7.
  expect(verdict({ coilOhms: 88, celsius: 50, band: { leastOhms: 70, mostOhms: 80 } }).grade).toBe('good');
  const hot = verdict({ coilOhms: 80, celsius: 80, band: { leastOhms: 70, mostOhms: 85 } });
  expect(hot).toMatchObject({ grade: 'bad', outcome: 'coil' });
  expect(hot.lines[0]?.words).toContain('5.3 Ω below 70–85: turns shorted');
});

test('just outside the band by less than meter and temperature allow is doubtful, not bad', () => {
  expect(verdict({ coilOhms: 86, celsius: 20, band: { leastOhms: 70, mostOhms: 85 } }).grade).toBe(
    'doubtful',
  );
});

test('only the copper follows the temperature: a resistor beside the coil is taken out first', () => {
  // Coil 90 Ω at 20 °C, 100.6 at 50 °C; beside 680 Ω: 87.6 read. Corrected whole it would be 78.4; it is 79.5.
  const hot = 1 / (1 / (90 * 1.1179) + 1 / 680);
  expect(coilOhmsAt20(hot, 50, 680)).toBeCloseTo(1 / (1 / 90 + 1 / 680), 6);
  const open = verdict({ coilOhms: 682 }, { ...relay, suppressionOhms: 680 });
  expect(open).toMatchObject({ outcome: 'coil' });
  expect(open.lines[0]?.words).toContain('only the resistor beside it is left');
});

test('an open coil, a welded contact, one that does not close, and the other type are told apart', () => {
  expect(verdict({ coilOhms: 'OL' }).outcome).toBe('coil');
  expect(verdict({ openAtRest: 0.2 }).lines[0]?.words).toContain('welded');
  expect(verdict({ openAtRest: 'OL', openPulled: 'OL' }).lines[1]?.words).toContain('does not close');
  expect(verdict({ openAtRest: 0.1, openPulled: 'OL' })).toMatchObject({ outcome: 'wrong-type' });
});

test('contact: 45 mV at 5 A are 9 mΩ, good; 120 mV are 24, worn; 1.5 V are 300, burnt, and 68 W at 15 A', () => {
  const drop = (dropVolts: number) => verdict({ dropVolts, dropAmps: 5 }).lines[0];
  expect(drop(0.045)).toMatchObject({ grade: 'good' });
  expect(drop(0.12)).toMatchObject({ grade: 'doubtful' });
  // 0.3 Ω · 15 A · 15 A = 67.5 W
  expect(drop(1.5)).toMatchObject({ grade: 'bad', against: 'contact' });
  expect(drop(1.5)?.words).toBe('1.5 V at 5 A is 300 mΩ: burnt; burns 68 W at the circuit’s 15 A');
});

test('a milliamp tells nothing of a contact, and a relay is not called good without a drop under current', () => {
  expect(verdict({ dropVolts: 0.0001, dropAmps: 0.01 })).toMatchObject({ grade: null, outcome: null });
  expect(verdict({ coilOhms: 78, openAtRest: 'OL', openPulled: 0.2 })).toMatchObject({
    grade: 'good',
    outcome: null,
  });
  expect(verdict({ coilOhms: 78, dropVolts: 0.03, dropAmps: 5 }).outcome).toBe('good');
});

test('a diode is recognised by exchanging the probes, and its side by which way reads more', () => {
  const diode = { ...relay, suppressionDiode: true };
  expect(verdict({ coilOhms: 78, coilReversedOhms: 45 }, diode).lines[1]).toMatchObject({ grade: 'good' });
  expect(verdict({ coilOhms: 45, coilReversedOhms: 78 }, diode).lines[1]).toMatchObject({
    against: 'wrong-type',
  });
  expect(verdict({ coilOhms: 78, coilReversedOhms: 77 }).lines[1]?.words).toContain('no diode');
});

test('a resistor that nobody drew is recognised by what it takes off the coil', () => {
  // 78 Ω beside 680 Ω: 70.0 Ω.
  const [, beside] = verdict({ coilOhms: 70 }).lines;
  expect(beside).toMatchObject({ what: 'Suppression', grade: null });
  expect(beside?.words).toContain('about 680 Ω');
  expect(verdict({ coilOhms: 77 }).lines).toHaveLength(1);
});

test('pull-in above 7.8 V and drop-out below 1.2 V are bad on a 12 V relay', () => {
  expect(verdict({ pullInVolts: 6.9, dropOutVolts: 2.5 }).grade).toBe('good');
  expect(verdict({ pullInVolts: 8.6 })).toMatchObject({ outcome: 'coil' });
  expect(verdict({ dropOutVolts: 0.6 })).toMatchObject({ outcome: 'contact' });
});

test('the procedure asks for every measurement that the verdict takes, with either kit', () => {
  const five = { ...relay, pins: { ...relay.pins, normallyClosed: '87a' } };
  const filled = (kit: 'battery and lamp' | 'bench supply') =>
    benchProcedure(five, 12, kit).flatMap(({ fills }) => fills);
  expect(filled('bench supply')).toEqual(
    expect.arrayContaining([
      'coilOhms',
      'celsius',
      'openAtRest',
      'closedPulled',
      'dropVolts',
      'pullInVolts',
      'dropOutVolts',
    ]),
  );
  expect(filled('battery and lamp')).toEqual(expect.arrayContaining(['coilOhms', 'openPulled', 'dropVolts']));
  const [, cautious] = benchProcedure({ ...relay, suppressionDiode: true }, 12, 'bench supply').flatMap(
    ({ caution }) => caution ?? [],
  );
  expect(
    benchProcedure({ ...relay, suppressionDiode: true }, 12, 'bench supply').some(({ caution }) =>
      caution?.includes('Plus on pin 86'),
    ),
  ).toBe(true);
  expect(cautious).toContain('get hot');
});
