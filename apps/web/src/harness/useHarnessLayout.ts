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
