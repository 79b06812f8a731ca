import type { Circuit, RelayPart } from '@grim-lantern/core';
import { createPredictor, relayAmps, relaysOf } from '@grim-lantern/core';
import { useMemo } from 'react';
import { BenchHistory } from './BenchHistory';
import { useVehicleCircuits } from './useVehicleCircuits';

/** Every relay that is drawn for a vehicle, each socket once, with the tests of what sat in it. */
export function VehicleRelays({ vehicleId }: { readonly vehicleId: string }) {
  const circuits = useVehicleCircuits(vehicleId);
  const drawn = useMemo(() => socketsOf(circuits ?? []), [circuits]);
  if (circuits === null) return <p className="text-dim">Fetching its diagrams …</p>;
  if (drawn.length === 0) return <p className="text-dim">No relay is drawn for this vehicle.</p>;
  return drawn.map(({ circuit, relay }) => (
    <article key={`${relay.centre} ${relay.cavity}`} className="mt-3">
      <h3 className="text-lg font-semibold">
        {relay.name}, {relay.centre} {relay.cavity}
      </h3>
      <RelayTests {...{ circuit, relay, vehicleId }} />
    </article>
  ));
}

function RelayTests({
  circuit,
  relay,
  vehicleId,
}: {
  readonly circuit: Circuit;
  readonly relay: RelayPart;
  readonly vehicleId: string;
}) {
  const subject = useMemo(
    () => ({
      relay,
      nominalVolts: circuit.nominalVolts,
      loadAmps: relayAmps(createPredictor(circuit, []), relay.id),
    }),
    [circuit, relay],
  );
  return <BenchHistory {...{ relay, vehicleId, subject }} />;
}

function socketsOf(circuits: readonly Circuit[]) {
  const seen = new Set<string>();
  return circuits.flatMap((circuit) =>
    relaysOf(circuit).flatMap((relay) => {
      const socket = `${relay.centre} ${relay.cavity}`;
      if (seen.has(socket)) return [];
      seen.add(socket);
      return [{ circuit, relay }];
    }),
  );
}
