import type { Circuit } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk-api';
import elkWorkerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { useEffect, useState } from 'react';
import type { HarnessLayout } from './layoutHarness';
import { layoutHarness } from './layoutHarness';

let elk: InstanceType<typeof ELK> | null = null;
const layouts = new WeakMap<Circuit, Promise<HarnessLayout>>();

/** The layout of a circuit, worked out once in a worker; null until it is there, `failed` if it cannot be. */
export function useHarnessLayout(circuit: Circuit): HarnessLayout | 'failed' | null {
  const [found, setFound] = useState<{ circuit: Circuit; layout: HarnessLayout | 'failed' } | null>(null);
  useEffect(() => {
    let current = true;
    elk ??= new ELK({ workerUrl: elkWorkerUrl });
    const pending = layouts.get(circuit) ?? layoutHarness(elk, circuit);
    layouts.set(circuit, pending);
    const tell = (layout: HarnessLayout | 'failed') => {
      if (current) setFound({ circuit, layout });
    };
    pending.then(tell, () => {
      layouts.delete(circuit);
      tell('failed');
    });
    return () => {
      current = false;
    };
  }, [circuit]);
  return found?.circuit === circuit ? found.layout : null;
}

/** A circuit with the way it is laid out. */
export interface DrawnCircuit {
  readonly circuit: Circuit;
  readonly layout: HarnessLayout;
}

/** The drawing of a circuit that changes: the one before stands until the next is laid out; null before the first. */
export function useLastLayout(circuit: Circuit): DrawnCircuit | null {
  const layout = useHarnessLayout(circuit);
  const [last, setLast] = useState<DrawnCircuit | null>(null);
  const fresh = layout === null || layout === 'failed' ? null : layout;
  // Kept while rendering, so that the drawing never blinks: the pair belongs together.
  if (fresh !== null && last?.layout !== fresh) setLast({ circuit, layout: fresh });
  return fresh === null ? last : { circuit, layout: fresh };
}
