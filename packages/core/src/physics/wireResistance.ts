/** Greatest resistance of stranded copper at 20 °C, mΩ per metre, by area in mm²: ISO 6722. */
// oxfmt-ignore
const maximumMilliohmsPerMetre: Readonly<Record<number, number>> = {
  0.35: 54.4, 0.5: 37.1, 0.75: 24.7, 1: 18.5, 1.5: 12.7, 2.5: 7.6, 4: 4.71, 6: 3.14, 10: 1.82, 16: 1.16, 25: 0.743,
};

/** Resistivity of copper at 20 °C, Ω·mm²/m. */
const copperResistivity = 0.0175;

/** Ohms of a copper wire at 20 °C: the standard's figure for its areas, resistivity over area for any other. */
export function wireOhms(areaMm2: number, lengthMetres: number): number {
  const milliohms = maximumMilliohmsPerMetre[areaMm2] ?? (1000 * copperResistivity) / areaMm2;
  return (milliohms * lengthMetres) / 1000;
}

/** How much more copper has at a temperature than at 20 °C, as a factor: 0.393 % per kelvin. */
export function copperRise(celsius: number): number {
  return 1 + 0.00393 * (celsius - 20);
}
