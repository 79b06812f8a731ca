import fc from 'fast-check';
import type { NumberScale } from '../../src/instruments/prediction';
import { formatQuantity, formatSpread, inOneUnit } from '../../src/instruments/formatQuantity';
import { allInstruments } from '../../src/instruments/instruments';
import { fieldUnit, parseReading, withFieldUnit } from '../../src/instruments/parseReading';

const ohms: NumberScale = {
  unit: 'Ω',
  absolute: 0.15,
  relative: 0.08,
  least: 0,
  greatest: 5e7,
  overload: true,
};
const volts: NumberScale = {
  unit: 'V',
  absolute: 0.1,
  relative: 0.03,
  least: -60,
  greatest: 60,
  overload: false,
};
const valueOf = (typed: string, scale: NumberScale) => {
  const parsed = parseReading(typed, scale);
  return parsed.status === 'read' && parsed.value.kind === 'number' ? parsed.value.value : parsed;
};

test.each([
  ['12.4', volts, 12.4],
  ['12,4 V', volts, 12.4],
  ['12,4V', volts, 12.4],
  ['300m', volts, 0.3],
  ['-0', volts, 0],
  ['-1.2', volts, -1.2],
  ['0.3m', ohms, 0.0003],
  ['4k7', ohms, 4700],
  ['0R3', ohms, 0.3],
  ['2M2', ohms, 2.2e6],
  ['1,5 kΩ', ohms, 1500],
  ['  .5 ohm ', ohms, 0.5],
])('understands “%s”', (typed, scale, expected) => {
  expect(valueOf(typed, scale)).toBeCloseTo(expected, 12);
});

test.each(['OL', 'ol', 'O.L', 'open', '∞'])(
  'understands “%s” as overload on an ohmmeter, and refuses it on a voltmeter',
  (typed) => {
    expect(parseReading(typed, ohms)).toEqual({ status: 'read', value: { kind: 'overload' } });
    expect(parseReading(typed, volts).status).toBe('refused');
  },
);

test.each([
  ['', volts],
  ['1e9', volts],
  ['1e9', ohms],
  ['-3', ohms],
  ['12 V', ohms],
  ['12 Ω', volts],
  ['1,234.5', volts],
  ['1.2.3', volts],
  ['NaN', volts],
  ['0x10', volts],
  ['<b>12</b>', volts],
  ['9'.repeat(10_000), volts],
])('refuses “%.20s” with one sentence that names the reading', (typed, scale) => {
  const parsed = parseReading(typed, scale);
  expect(parsed.status).toBe('refused');
  if (parsed.status === 'refused') expect(parsed.why).toMatch(/^Reading: expected (ohms|volts).*\.$/);
});

test('what is formatted is read back as itself, to three figures', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.002, max: 4e7, noNaN: true }), (value) => {
      const back = valueOf(formatQuantity(value, 'Ω'), ohms);
      expect(Math.abs(Number(back) - value) / value).toBeLessThan(0.006);
    }),
  );
});

test.each([
  [0.5, 0.0757, '0.50 ± 0.08 A'],
  [0.085, 0.004, '85 ± 4 mA'],
  [12.4, 1.6, '12.4 ± 1.6 A'],
  [0.02, 0.15, '0.02 ± 0.15 A'],
  [-0.33, 0.012, '-0.330 ± 0.012 A'],
  [0, 0, '0.00 ± 0.00 mA'],
])('%d with a spread of %d is told in one unit', (value, deviation, words) => {
  expect(formatSpread(value, deviation, 'A')).toBe(words);
});

test('a bare number in a field is in the unit that stands there, with every instrument; one with a unit of its own is not', () => {
  const scales = allInstruments.flatMap(({ display }) => (display.kind === 'number' ? [display.scale] : []));
  expect(new Set(scales.map(fieldUnit))).toEqual(new Set(['Ω', 'V', 'A', 'mV']));
  fc.assert(
    fc.property(fc.constantFrom(...scales), fc.integer({ min: 1, max: 50 }), (scale, digits) => {
      const read = (typed: string) => valueOf(withFieldUnit(typed, scale), scale);
      const bare = read(`${digits}`);
      expect(bare).toBeCloseTo(fieldUnit(scale) === 'mV' ? digits / 1000 : digits, 9);
      expect(read(` ${digits} ${fieldUnit(scale)}`)).toBe(bare);
      expect(read(`${digits} ${scale.unit}`)).toBe(digits);
    }),
  );
});

test('the figures of one list are in one unit, in their order, and none is lost for being small', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: Math.log(0.002), max: Math.log(40), noNaN: true }).map(Math.exp), {
        minLength: 1,
        maxLength: 12,
      }),
      (values) => {
        const shown = inOneUnit([...values, null], 'A');
        const told = values.map((value) => shown(value).split(' '));
        const [unit, ...others] = [...new Set(told.map(([, each]) => each))];
        expect(others).toEqual([]);
        told.forEach(([figure], k) => {
          const amps = Number(figure) * (unit === 'mA' ? 1e-3 : 1);
          // Half a milliampere among amps, half a percent else.
          expect(Math.abs(amps - values[k]!)).toBeLessThanOrEqual(
            Math.max(0.0005, 0.005 * values[k]!) + 1e-12,
          );
          expect(amps).toBeGreaterThan(0);
        });
      },
    ),
  );
  const rest = inOneUnit([0.085, 0.25], 'A');
  expect([rest(0.085), rest(0.25)]).toEqual(['85 mA', '250 mA']);
  const driving = inOneUnit([0.085, 4.2], 'A');
  expect([driving(0.085), driving(4.2)]).toEqual(['0.085 A', '4.2 A']);
});
