import type { Circuit, FuseWork, JobEvent } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { askAboutJob } from '../../session/coreClient';

/** What is said of the fuses of a job; null until it is worked out, and while nobody looks. */
export function useFuseWork(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  limitAmps: number,
  celsius: number,
  wanted: boolean,
): FuseWork | 'failed' | null {
  const [work, setWork] = useState<FuseWork | 'failed' | null>(null);
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    const tell = (found: FuseWork | 'failed') => {
      if (current) setWork(found);
    };
    const box = { limitAmps, celsius };
    askAboutJob({ circuitId, circuit, events }, (core, job) => core.fuses(job, box)).then(tell, () =>
      tell('failed'),
    );
    return () => {
      current = false;
    };
  }, [circuitId, circuit, events, limitAmps, celsius, wanted]);
  return work;
}
