import type { RelayEntry } from '@grim-lantern/contract';
import type { BenchSubject, Circuit, RelayPart } from '@grim-lantern/core';
import { createPredictor, looseRelay, relayAmps, relaysOf } from '@grim-lantern/core';
import type { ReactNode } from 'react';
import { useMemo } from 'react';
import { BenchHistory } from './BenchHistory';
import { useVehicleRelayEntries } from './useRelayEntries';
import { useVehicleCircuits } from './useVehicleCircuits';

/** Every relay that is drawn for a vehicle or was tested without that, each socket once, with the tests of what sat in it. */
export function VehicleRelays({ vehicleId }: { readonly vehicleId: string }) {
  const circuits = useVehicleCircuits(vehicleId);
  const entries = useVehicleRelayEntries(vehicleId);
  const drawn = useMemo(() => socketsOf(circuits ?? []), [circuits]);
  const loose = useMemo(
    () => looseRelays(entries ?? [], circuits?.[0]?.nominalVolts ?? 12),
    [entries, circuits],
  );
  if (circuits === null) return <p className="text-dim">Fetching its diagrams …</p>;
  const known = new Set(drawn.map(({ relay }) => socketOf(relay)));
  const others = loose.filter(({ relay }) => !known.has(socketOf(relay)));
  if (drawn.length + others.length === 0)
    return <p className="text-dim">No relay is drawn for this vehicle, and none was tested.</p>;
  return (
    <>
      {drawn.map(({ circuit, relay }) => (
        <Socket key={socketOf(relay)} relay={relay}>
          <RelayTests {...{ circuit, relay, vehicleId }} />
        </Socket>
      ))}
      {others.map((subject) => (
        <Socket key={socketOf(subject.relay)} relay={subject.relay}>
          <BenchHistory relay={subject.relay} {...{ vehicleId, subject }} />
        </Socket>
      ))}
    </>
  );
}

function Socket({ relay, children }: { readonly relay: RelayPart; readonly children: ReactNode }) {
  return (
    <article className="mt-3">
      <h3 className="text-lg font-semibold">
        {relay.name}, {relay.centre} {relay.cavity}
      </h3>
      {children}
    </article>
  );
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

const socketOf = ({ centre, cavity }: Pick<RelayPart, 'centre' | 'cavity'>) => `${centre} ${cavity}`;

/** What was tested, as if no diagram showed it. */
function looseRelays(entries: readonly RelayEntry[], nominalVolts: 12 | 24): readonly BenchSubject[] {
  const tests = entries.flatMap(({ centre, cavity, entry }) =>
    entry.type === 'bench' ? [{ centre, cavity, readings: entry.readings }] : [],
  );
  const sockets = new Map(tests.map((each) => [socketOf(each), each]));
  return [...sockets.values()].map(({ centre, cavity, readings }) => {
    const changeover = readings.closedAtRest !== undefined || readings.closedPulled !== undefined;
    const relay = looseRelay({ centre, cavity }, { numbers: 'din', changeover }, nominalVolts);
    return { relay, nominalVolts, loadAmps: null };
  });
}

function socketsOf(circuits: readonly Circuit[]) {
  const seen = new Set<string>();
  return circuits.flatMap((circuit) =>
    relaysOf(circuit).flatMap((relay) => {
      const socket = socketOf(relay);
      if (seen.has(socket)) return [];
      seen.add(socket);
      return [{ circuit, relay }];
    }),
  );
}
