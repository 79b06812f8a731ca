import type { Circuit } from '@grim-lantern/core';
import { overlayCircuits } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { fetchCircuit } from '../../data/circuits';

export type Overlay =
  | { readonly status: 'loading' }
  | { readonly status: 'failed'; readonly why: string }
  | { readonly status: 'ready'; readonly circuit: Circuit };

/** Some diagrams of a vehicle, fetched and laid over one another. @param ids - joined by blanks, so that it is one value */
export function useOverlay(name: string, ids: string): Overlay {
  const [found, setFound] = useState<{ readonly key: string; readonly overlay: Overlay } | null>(null);
  useEffect(() => {
    if (ids === '') return;
    let current = true;
    const tell = (overlay: Overlay) => {
      if (current) setFound({ key: ids, overlay });
    };
    const fetchAll = async () => {
      const answers = await Promise.all(ids.split(' ').map((circuitId) => fetchCircuit(circuitId)));
      const circuits = answers.flatMap((each) => (each.status === 'done' ? [each.reply.circuit] : []));
      if (circuits.length < answers.length) {
        return tell({ status: 'failed', why: 'A diagram of this vehicle could not be fetched.' });
      }
      tell({ status: 'ready', circuit: overlayCircuits(name, circuits) });
    };
    fetchAll().catch((error: unknown) =>
      tell({ status: 'failed', why: error instanceof Error ? error.message : String(error) }),
    );
    return () => {
      current = false;
    };
  }, [name, ids]);
  return found?.key === ids ? found.overlay : { status: 'loading' };
}
