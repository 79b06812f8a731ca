import type { Circuit } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk-api';
import elkWorkerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { useEffect, useState } from 'react';
import type { HarnessLayout } from './layoutHarness';
import { layoutHarness } from './layoutHarness';

let elk: InstanceType<typeof ELK> | null = null;
const layouts = new WeakMap<Circuit, Promise<HarnessLayout>>();

/** The layout of a circuit, worked out once in a worker; null until it is there. */
export function useHarnessLayout(circuit: Circuit): HarnessLayout | null {
  const [layout, setLayout] = useState<{ circuit: Circuit; layout: HarnessLayout } | null>(null);
  useEffect(() => {
    let current = true;
    elk ??= new ELK({ workerUrl: elkWorkerUrl });
    const pending = layouts.get(circuit) ?? layoutHarness(elk, circuit);
    layouts.set(circuit, pending);
    void pending.then((done) => {
      if (current) setLayout({ circuit, layout: done });
    });
    return () => {
      current = false;
    };
  }, [circuit]);
  return layout?.circuit === circuit ? layout.layout : null;
}
