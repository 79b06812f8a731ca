import type { Circuit } from '../../circuit/circuit';
import type { RelayPart } from '../../circuit/parts/relay';
import { relaysOf } from './commanded';
import { differencesBetween } from '../../circuit/parts/relayDifferences';

/** What the compared circuits of one vehicle hold. */
export interface RelayOnVehicle {
  readonly circuit: Circuit;
  readonly relay: RelayPart;
  /** In what it differs; like where it is empty. */
  readonly differences: readonly string[];
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
