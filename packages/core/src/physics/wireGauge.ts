/**
 * The area of an American wire gauge, three figures. Source: ASTM B258, d = 0.127 mm × 92^((36 − n)/39).
 * @param gauge - 0 is 1/0, −1 is 2/0
 * @returns square millimetres
 * @example areaOfGauge(18) // 0.823
 */
export function areaOfGauge(gauge: number): number {
  return Number(((Math.PI / 4) * (0.127 * 92 ** ((36 - gauge) / 39)) ** 2).toPrecision(3));
}

/**
 * The American wire gauge whose area is nearest, as a ratio.
 * @param areaMm2 - above 0
 * @returns a whole number, an index of the series: the larger the thinner
 * @example gaugeOfArea(0.75) // 18
 */
export function gaugeOfArea(areaMm2: number): number {
  const diameter = Math.sqrt((4 * areaMm2) / Math.PI);
  return Math.round(36 - (39 * Math.log(diameter / 0.127)) / Math.log(92)) + 0;
}
