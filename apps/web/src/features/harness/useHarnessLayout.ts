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
  // One at a time is laid out: what was typed meanwhile is drawn together, as it stands then.
  const [asked, setAsked] = useState(circuit);
  const layout = useHarnessLayout(asked);
  const [last, setLast] = useState<DrawnCircuit | null>(null);
  // Set while rendering, so that the drawing never blinks: circuit and layout belong together.
  if (layout !== null && asked !== circuit) setAsked(circuit);
  if (layout === null || layout === 'failed') return last;
  if (last?.layout !== layout) setLast({ circuit: asked, layout });
  return { circuit: asked, layout };
}
