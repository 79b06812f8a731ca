import type { Circuit } from '../circuit/circuit';
import type { RelayPart } from '../parts/relay';
import { footprintOf } from './footprints';
import { relaysOf } from './commanded';

/** What the compared circuits of one vehicle hold. */
export interface RelayOnVehicle {
  readonly circuit: Circuit;
  readonly relay: RelayPart;
  /** In what it differs; like where it is empty. */
  readonly differences: readonly string[];
}

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

/** Every other relay of some circuits, like ones first, each with what it differs in. */
export function relaysBeside(
  own: { readonly circuit: Circuit; readonly relay: string },
  circuits: readonly Circuit[],
): readonly RelayOnVehicle[] {
  const relay = relaysOf(own.circuit).find(({ id }) => id === own.relay);
  if (relay === undefined) return [];
  const socket = ({ centre, cavity }: RelayPart) => `${centre} ${cavity}`;
  const seen = new Set([socket(relay)]);
  return circuits
    .flatMap((circuit) =>
      relaysOf(circuit).flatMap((other) => {
        // Two drawings of one vehicle may both hold the same socket.
        if (seen.has(socket(other))) return [];
        seen.add(socket(other));
        const differences = differencesBetween(relay, own.circuit.nominalVolts, other, circuit.nominalVolts);
        return [{ circuit, relay: other, differences }];
      }),
    )
    .sort((one, other) => one.differences.length - other.differences.length);
}
