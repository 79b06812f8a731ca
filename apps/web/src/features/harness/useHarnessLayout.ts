import type { Circuit } from '@grim-lantern/core';
import type { KeptLayout } from '@grim-lantern/contract';
import type { HarnessLayout } from '@grim-lantern/drawing';
import { keptLayout, layoutFrom, layoutHarness, layoutMark } from '@grim-lantern/drawing';
import ELK from 'elkjs/lib/elk-api';
import elkWorkerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { useEffect, useMemo, useState } from 'react';
import { keepLayout, layoutAtHand } from '../../data/circuits';

let elk: InstanceType<typeof ELK> | null = null;
/** What is being laid out, by its mark. */
const begun = new Map<string, Promise<KeptLayout>>();

/** Works a layout out in a worker, one for all that are drawn alike; it is at hand from then on. */
function laidOut(circuit: Circuit, mark: string): Promise<KeptLayout> {
  elk ??= new ELK({ workerUrl: elkWorkerUrl });
  const pending =
    begun.get(mark) ??
    layoutHarness(elk, circuit)
      .then((layout) => keptLayout(circuit, layout))
      .finally(() => begun.delete(mark));
  begun.set(mark, pending);
  return pending;
}

/**
 * The layout of a circuit, at once where it is at hand; else it is worked out: null until it is there, `failed` if it cannot
 * be.
 */
export function useHarnessLayout(circuit: Circuit): HarnessLayout | 'failed' | null {
  const mark = useMemo(() => layoutMark(circuit), [circuit]);
  const [made, setMade] = useState<{ mark: string; kept: KeptLayout | 'failed' } | null>(null);
  const kept = layoutAtHand(mark) ?? (made?.mark === mark ? made.kept : null);
  const wanted = kept === null;
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    laidOut(circuit, mark).then(
      (each) => {
        keepLayout(each);
        if (current) setMade({ mark, kept: each });
      },
      () => {
        if (current) setMade({ mark, kept: 'failed' });
      },
    );
    return () => {
      current = false;
    };
  }, [circuit, mark, wanted]);
  return useMemo(
    () => (kept === null || kept === 'failed' ? kept : layoutFrom(circuit, kept)),
    [circuit, kept],
  );
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
