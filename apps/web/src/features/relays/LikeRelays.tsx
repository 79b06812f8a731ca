import type { RelayOnVehicle } from '@grim-lantern/core';
import { createPredictor, loadsOf, relaysBeside, listWords } from '@grim-lantern/core';
import { useMemo } from 'react';
import type { RelayLayerProps } from './relayPanelProps';
import { useVehicleCircuits } from './useVehicleCircuits';

/** The other relays of the vehicle: which can stand in, what they would take out meanwhile, and why others cannot. */
export function LikeRelays({ circuit, circuitId, vehicleId, relay }: RelayLayerProps) {
  const others = useVehicleCircuits(vehicleId, circuitId);
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
  const dead = listWords(loads.map(({ name }) => name));
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
