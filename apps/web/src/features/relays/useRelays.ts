import { relaysOf } from '@grim-lantern/core';
import type { Circuit, JobEvent, RelayPart, RelayWork } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { askAboutJob } from '../../session/coreClient';
import type { RelayLayer } from './relayLayers';

/** Chosen in place of a relay's id for one that no diagram shows. No part has such an id. */
export const notDrawn = '?';

/** What the panel of the relays works on. */
export interface Relays {
  readonly vehicleId: string;
  readonly circuitId: string;
  readonly all: readonly RelayPart[];
  /** The one on show; undefined for one that is not drawn. */
  readonly relay: RelayPart | undefined;
  readonly onRelay: (id: string) => void;
  readonly layer: RelayLayer;
  readonly onLayer: (layer: RelayLayer) => void;
  /** Null while it is being worked out. */
  readonly work: RelayWork | 'failed' | null;
}

/** @param wanted - whether anyone looks: nothing is worked out before that */
export function useRelays(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  vehicleId: string,
  wanted: boolean,
): Relays {
  const all = relaysOf(circuit);
  const [chosen, onRelay] = useState<string | null>(null);
  const [layer, onLayer] = useState<RelayLayer>('socket');
  const relay = chosen === notDrawn ? undefined : (all.find(({ id }) => id === chosen) ?? all[0]);
  const work = useRelayWork(circuitId, circuit, events, wanted ? relay?.id : undefined);
  return { vehicleId, circuitId, all, relay, onRelay, layer, onLayer, work };
}

function useRelayWork(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  relay: string | undefined,
): RelayWork | 'failed' | null {
  const [work, setWork] = useState<RelayWork | 'failed' | null>(null);
  useEffect(() => {
    if (relay === undefined) return;
    let current = true;
    const tell = (found: RelayWork | 'failed') => {
      if (current) setWork(found);
    };
    askAboutJob({ circuitId, circuit, events }, (core, job) => core.relay(job, relay)).then(tell, () =>
      tell('failed'),
    );
    return () => {
      current = false;
    };
  }, [circuitId, circuit, events, relay]);
  // While another one is worked out, the last one's figures must not stand under its name.
  return work !== null && work !== 'failed' && work.relay.id !== relay ? null : work;
}
