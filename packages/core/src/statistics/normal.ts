/** Normal density. */
export function normalDensity(x: number, mean: number, deviation: number): number {
  return Math.exp(-(((x - mean) / deviation) ** 2) / 2) / (deviation * Math.sqrt(2 * Math.PI));
}

/** Cumulative normal distribution. Source: Abramowitz & Stegun 26.2.17, error below 7.5e-8. */
export function normalCdf(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly =
    t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  return x >= 0 ? 1 - tail : tail;
}

/** Density that is even between two points and falls off beyond them like a normal distribution: 1 over the whole. */
export function evenDensity(x: number, least: number, most: number, edge: number): number {
  return (normalCdf((x - least) / edge) - normalCdf((x - most) / edge)) / (most - least);
}

/** One draw from the standard normal distribution (Box and Muller), in standard deviations. */
export function normalDraw(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
