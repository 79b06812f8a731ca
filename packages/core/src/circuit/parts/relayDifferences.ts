import type { RelayPart } from './relay';
import { footprintOf } from './footprints';

/** Everything in which two relays differ that matters for a swap; empty where one can stand in for the other. */
export function differencesBetween(
  one: RelayPart,
  oneVolts: number,
  other: RelayPart,
  otherVolts: number,
): readonly string[] {
  const suppression = ({ suppressionOhms, suppressionDiode }: RelayPart) =>
    suppressionDiode === true ? 'diode' : suppressionOhms === undefined ? 'none' : `${suppressionOhms} Ω`;
  const numbers = ({ pins }: RelayPart) => JSON.stringify(Object.entries(pins).sort());
  const contacts = ({ pins }: RelayPart) => Object.keys(pins).sort().join();
  return [
    ...(oneVolts === otherVolts ? [] : [`coil for ${otherVolts} V`]),
    ...(footprintOf(one).name === footprintOf(other).name ? [] : [`footprint ${footprintOf(other).name}`]),
    ...(contacts(one) === contacts(other) ? [] : ['other contacts']),
    ...(contacts(one) === contacts(other) && numbers(one) !== numbers(other)
      ? ['pins numbered otherwise']
      : []),
    ...(suppression(one) === suppression(other) ? [] : [`suppression: ${suppression(other)}`]),
    ...((one.solidState ?? false) === (other.solidState ?? false) ? [] : ['solid state against contacts']),
    ...(one.coilOhms === other.coilOhms ? [] : [`coil of ${other.coilOhms} Ω`]),
  ];
}
