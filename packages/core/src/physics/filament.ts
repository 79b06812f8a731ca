/** `R(V) = coldOhms + (hotOhms - coldOhms) * sqrt(|V| / ratedVolts)`. */
export interface FilamentModel {
  readonly coldOhms: number;
  readonly hotOhms: number;
  readonly ratedVolts: number;
}

/** Amps through a filament at so many volts; odd in the volts. */
export function filamentAmps(model: FilamentModel, volts: number): number {
  return volts / filamentOhms(model, volts);
}

/** Ohms of a filament that has settled at so many volts. */
function filamentOhms({ coldOhms, hotOhms, ratedVolts }: FilamentModel, volts: number): number {
  return coldOhms + (hotOhms - coldOhms) * Math.sqrt(Math.abs(volts) / ratedVolts);
}

/** Its slope, siemens: `dI/dV = (Rc + k√V / 2) / R²` with `R = Rc + k√V`; positive everywhere. */
export function filamentSiemens(model: FilamentModel, volts: number): number {
  const ohms = filamentOhms(model, volts);
  return (model.coldOhms + ohms) / 2 / ohms ** 2;
}
