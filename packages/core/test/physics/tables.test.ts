import type { FuseStyle } from '../../src/physics/fuseColdResistance';
import { coldFuseOhms } from '../../src/physics/fuseColdResistance';
import { fuseCurrent, fuseVolts } from '../../src/physics/fuseMillivolts';
import { openingBand, openingLogSeconds } from '../../src/physics/fuseOpening';

/** Typed from the table of typical cold resistances, milliohms: independent of the code's own copy. */
const milliohms: Readonly<Record<FuseStyle, readonly (readonly [number, number])[]>> = {
  'regular blade': [
    [1, 123],
    [2, 53.5],
    [5, 17.9],
    [7.5, 10.9],
    [10, 7.7],
    [15, 4.8],
    [20, 3.4],
    [30, 2],
    [40, 1.4],
  ],
  'mini blade': [
    [2, 58],
    [5, 19],
    [7.5, 11.6],
    [10, 7.6],
    [15, 4.7],
    [20, 3.2],
    [30, 1.9],
  ],
  'large blade': [
    [20, 2.9],
    [30, 1.75],
    [60, 0.7],
    [80, 0.48],
  ],
  cartridge: [
    [20, 3.6],
    [30, 2.1],
    [40, 1.45],
    [60, 0.8],
  ],
};
const styles = Object.keys(milliohms) as FuseStyle[];

describe.each(styles)('a %s', (style) => {
  test('has the table’s cold ohms at its ratings, and between two of them in between', () => {
    const list = milliohms[style];
    for (const [amps, expected] of list) expect(coldFuseOhms(style, amps) * 1000).toBeCloseTo(expected, 9);
    list.slice(1).forEach(([amps, ohms], i) => {
      const [lower, more] = list[i]!;
      const between = coldFuseOhms(style, (lower + amps) / 2) * 1000;
      expect(between).toBeLessThan(more);
      expect(between).toBeGreaterThan(ohms);
    });
  });

  test('gives its current back from its millivolts, at any share of its rating', () => {
    for (const [rating] of milliohms[style]) {
      for (const share of [0.001, 0.1, 0.5, 1]) {
        const { amps } = fuseCurrent(style, rating, fuseVolts(style, rating, share * rating));
        expect(amps).toBeCloseTo(share * rating, 9);
      }
    }
  });
});

/** ISO 8820-3 gates: times the rating, least and greatest seconds. */
const blade: readonly (readonly [number, number, number])[] = [
  [1.35, 0.75, 600],
  [1.6, 0.25, 50],
  [2, 0.15, 5],
  [3.5, 0.04, 0.5],
  [6, 0.02, 0.1],
];
const slow: typeof blade = [
  [1.35, 60, 1800],
  [2, 2, 60],
  [3.5, 0.2, 7],
  [6, 0.04, 1],
];

describe.each<[FuseStyle, typeof blade]>([
  ['regular blade', blade],
  ['mini blade', blade],
  ['large blade', slow],
  ['cartridge', slow],
])('the opening time of a %s', (style, gates) => {
  test('stands at the gates, and halfway between two of them at their geometric means', () => {
    for (const [times, least, greatest] of gates) {
      expect(openingBand(style, times)!.least).toBeCloseTo(least, 9);
      expect(openingBand(style, times)!.greatest).toBeCloseTo(greatest, 9);
    }
    gates.slice(1).forEach(([times, least, greatest], i) => {
      const [lower, longest, longestMost] = gates[i]!;
      const { least: between, greatest: most } = openingBand(style, Math.sqrt(lower * times))!;
      expect(between).toBeCloseTo(Math.sqrt(least * longest), 9);
      expect(most).toBeCloseTo(Math.sqrt(greatest * longestMost), 9);
    });
  });

  test('is for good below 1.1 times its rating, and falls with the square beyond the last gate', () => {
    expect(openingBand(style, 1.09)).toBeNull();
    const [times, least] = gates.at(-1)!;
    expect(openingBand(style, 2 * times)!.least).toBeCloseTo(least / 4, 9);
  });

  test('is the 95 % of a log-normal time between its gates', () => {
    const band = openingBand(style, 2)!;
    const { mean, deviation } = openingLogSeconds(band);
    expect(Math.exp(mean - 1.96 * deviation)).toBeCloseTo(band.least, 9);
    expect(Math.exp(mean + 1.96 * deviation)).toBeCloseTo(band.greatest, 9);
  });
});
