import type { Circuit, RelayOnVehicle } from '@grim-lantern/core';
import { createPredictor, loadsOf, relaysBeside } from '@grim-lantern/core';
import { useEffect, useMemo, useState } from 'react';
import { request } from '../api/request';
import { useAppSelector } from '../store/store';
import type { RelayLayerProps } from './relayPanelProps';

/** The other relays of the vehicle: which can stand in, what they would take out meanwhile, and why others cannot. */
export function LikeRelays({ circuit, circuitId, vehicleId, relay }: RelayLayerProps) {
  const others = useOtherCircuits(vehicleId, circuitId);
  const found = useMemo(
    () => (others === null ? null : relaysBeside({ circuit, relay: relay.id }, [circuit, ...others])),
    [circuit, relay, others],
  );
  return (
    <section aria-label="Like relays" className="border-line mt-5 border-t pt-3">
      <h3 className="text-xl font-semibold">Like relays on this vehicle</h3>
      {found === null && <p className="text-dim">Fetching its other diagrams …</p>}
      {found?.length === 0 && <p className="text-dim">No other relay is drawn for this vehicle.</p>}
      <ul>
        {(found ?? []).map((each) => (
          <LikeRelay key={`${each.relay.centre} ${each.relay.cavity}`} found={each} />
        ))}
      </ul>
    </section>
  );
}

function LikeRelay({ found: { circuit, relay, differences } }: { readonly found: RelayOnVehicle }) {
  const loads = useMemo(() => loadsOf(createPredictor(circuit, []), relay.id), [circuit, relay]);
  const dead = loads.map(({ name }) => name).join(', ');
  return (
    <li className="border-line border-b py-2">
      <p>
        <span className="font-medium">
          {relay.name}, {relay.centre} {relay.cavity}
        </span>{' '}
        <span className={differences.length === 0 ? 'text-agree' : 'text-clash'}>
          {differences.length === 0 ? '✓ like it' : `✕ not like it: ${differences.join(', ')}`}
        </span>
      </p>
      {differences.length === 0 && (
        <p className="text-dim text-[14px]">
          {dead === '' ? 'Nothing is drawn behind it.' : `While it is borrowed, dead: ${dead}.`}
        </p>
      )}
    </li>
  );
}

/** The other diagrams of a vehicle; null while they are fetched. What cannot be fetched is left out. */
function useOtherCircuits(vehicleId: string, circuitId: string): readonly Circuit[] | null {
  const [found, setFound] = useState<readonly Circuit[] | null>(null);
  const known = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.circuits : none,
  );
  useEffect(() => {
    let current = true;
    const ids = known.filter((each) => each.vehicle.id === vehicleId && each.id !== circuitId);
    const fetchAll = async () => {
      const answers = await Promise.all(
        ids.map(({ id }) => request('circuit', { params: { circuitId: id } })),
      );
      if (!current) return;
      setFound(answers.flatMap((each) => (each.status === 'done' ? [each.reply.circuit] : [])));
    };
    fetchAll().catch(() => {
      if (current) setFound([]);
    });
    return () => {
      current = false;
    };
  }, [known, vehicleId, circuitId]);
  return found;
}

const none: readonly [] = [];
