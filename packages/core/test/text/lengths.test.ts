import fc from 'fast-check';
import { areaOfGauge, gaugeOfArea } from '../../src/physics/wireGauge';
import {
  lengthFigure,
  lengthUnits,
  lengthWords,
  readLength,
  readSize,
  sizeFigure,
} from '../../src/text/lengths';

test('gauges are those of the published table, and each is found again from its area', () => {
  // ASTM B258, solid round wire.
  for (const [gauge, mm2] of [
    [22, 0.326],
    [18, 0.823],
    [16, 1.31],
    [12, 3.31],
    [0, 53.5],
    [-1, 67.4],
  ] as const) {
    expect(areaOfGauge(gauge)).toBeCloseTo(mm2, 1);
    expect(gaugeOfArea(mm2)).toBe(gauge);
  }
});

test('what stands in a field is read as what it shows, in either unit', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: -3, max: 26 }), (tenths, gauge) => {
      for (const unit of lengthUnits) {
        const shown = lengthFigure(tenths / 10, unit);
        expect(Math.abs(readLength(shown, unit)! - tenths / 10)).toBeLessThanOrEqual(0.016);
      }
      const area = areaOfGauge(gauge);
      expect(readSize(sizeFigure(area, 'AWG'), 'AWG')).toBe(area);
      expect(readSize(sizeFigure(area, 'mm²'), 'mm²')).toBe(area);
    }),
  );
});

test('a unit that is typed counts before the workshop’s; what is no length or size is none', () => {
  expect(readLength('2 m', 'ft')).toBe(2);
  expect(readLength('10ft', 'm')).toBeCloseTo(3.048);
  expect(readLength('10', 'ft')).toBeCloseTo(3.048);
  expect(readSize('18AWG', 'mm²')).toBe(0.823);
  expect(readSize('1,5 mm²', 'AWG')).toBe(1.5);
  for (const text of ['', '0', '-2', '2 A', '2 m m', 'long', '1.5mm²'])
    expect(readLength(text, 'm')).toBeNull();
  for (const text of ['', '-1', '2m', '20 A']) expect(readSize(text, 'AWG')).toBeNull();
  expect([
    lengthWords(0.4, 'm'),
    lengthWords(4.02, 'm'),
    lengthWords(0.4, 'ft'),
    lengthWords(4.02, 'ft'),
  ]).toEqual(['40 cm', '4.0 m', '16 in', '13 ft']);
});
