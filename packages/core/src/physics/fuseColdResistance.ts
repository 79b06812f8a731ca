export const fuseStyles = ['regular blade', 'mini blade', 'large blade', 'cartridge'] as const;
export type FuseStyle = (typeof fuseStyles)[number];

/**
 * Cold resistance between a fuse's test points, milliohms by rating in amps. Typical values, ± 15 % from one
 * fuse to the next; a known current through a fuse gives its own figure.
 */
// oxfmt-ignore
const coldMilliohms: Readonly<Record<FuseStyle, Readonly<Record<number, number>>>> = {
  'regular blade': {
    1: 123, 2: 53.5, 3: 31.1, 4: 22.8, 5: 17.9, 7.5: 10.9, 10: 7.7, 15: 4.8, 20: 3.4, 25: 2.5, 30: 2.0, 40: 1.4,
  },
  'mini blade': { 2: 58, 3: 36, 4: 25.5, 5: 19, 7.5: 11.6, 10: 7.6, 15: 4.7, 20: 3.2, 25: 2.4, 30: 1.9 },
  'large blade': { 20: 2.9, 30: 1.75, 40: 1.2, 50: 0.9, 60: 0.7, 70: 0.58, 80: 0.48 },
  cartridge: { 20: 3.6, 25: 2.7, 30: 2.1, 40: 1.45, 50: 1.05, 60: 0.8 },
};

/**
 * Cold ohms of a fuse. A rating that the table lacks is read off the curve between its neighbours (resistance
 * against rating is close to a straight line on log-log axes).
 */
export function coldFuseOhms(style: FuseStyle, ratingAmps: number): number {
  const table = Object.entries(coldMilliohms[style])
    .map(([amps, milliohms]) => [Number(amps), milliohms] as const)
    .sort((one, other) => one[0] - other[0]);
  const found = table.findIndex(([amps]) => amps >= ratingAmps);
  const above = found < 0 ? table.length - 1 : Math.max(1, found);
  const [lowAmps, lowMilliohms] = table[above - 1]!;
  const [highAmps, highMilliohms] = table[above]!;
  const share = Math.log(ratingAmps / lowAmps) / Math.log(highAmps / lowAmps);
  return (lowMilliohms * (highMilliohms / lowMilliohms) ** share) / 1000;
}
