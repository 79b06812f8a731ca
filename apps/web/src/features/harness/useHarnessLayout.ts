import type { Circuit } from '@grim-lantern/core';
import type { KeptLayout } from '@grim-lantern/contract';
import type { HarnessLayout } from '@grim-lantern/drawing';
import { keptLayout, layoutFrom, layoutHarness, layoutMark, sketchHarness } from '@grim-lantern/drawing';
import ELK from 'elkjs/lib/elk-api';
import elkWorkerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { useEffect, useMemo, useState } from 'react';
import { keepLayout, layoutAtHand } from '../../data/circuits';
import { useAfterPaint } from '../../ui/useAfterPaint';

let elk: InstanceType<typeof ELK> | null = null;
/** What is being laid out, by its mark. */
const begun = new Map<string, Promise<KeptLayout>>();

/** Works a layout out in a worker, one for all that are drawn alike; it is at hand from then on. */
function laidOut(circuit: Circuit, mark: string): Promise<KeptLayout> {
  elk ??= new ELK({ workerUrl: elkWorkerUrl });
  const pending =
    begun.get(mark) ??
    layoutHarness(elk, circuit)
      .then((layout) => {
        const kept = keptLayout(circuit, layout);
        keepLayout(kept);
        return kept;
      })
      .finally(() => begun.delete(mark));
  begun.set(mark, pending);
  return pending;
}

/** The careful layout of a circuit, at once where it is at hand; null until it is made, `failed` if it cannot be. */
function useCarefulLayout(circuit: Circuit): HarnessLayout | 'failed' | null {
  const mark = useMemo(() => layoutMark(circuit), [circuit]);
  const [made, setMade] = useState<{ mark: string; kept: KeptLayout | 'failed' } | null>(null);
  const kept = layoutAtHand(mark) ?? (made?.mark === mark ? made.kept : null);
  const wanted = kept === null;
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    laidOut(circuit, mark).then(
      (each) => {
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

/** So long the careful layout of a small circuit is waited for, ms: mostly it is there before anybody misses it. */
const patience = 80;
/** What has more sections is sketched at once. */
const smallUpTo = 120;

/** Whether a circuit has waited for its layout so long that a sketch stands in for it. */
function useSketched(circuit: Circuit, waits: boolean): boolean {
  const [late, setLate] = useState<Circuit | null>(null);
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => setLate(circuit), patience);
    return () => clearTimeout(timer);
  }, [circuit, waits]);
  return waits && (late === circuit || circuit.sections.length > smallUpTo);
}

/** The layout of a circuit: a sketch until the careful one is made. Null for a moment at most. */
export function useHarnessLayout(circuit: Circuit): HarnessLayout | null {
  const careful = useCarefulLayout(circuit);
  const made = careful === 'failed' ? null : careful;
  const sketched = useSketched(circuit, made === null);
  const sketch = useMemo(() => (sketched ? sketchHarness(circuit) : null), [circuit, sketched]);
  return made ?? sketch;
}

/** A circuit with the way it is laid out. */
export interface DrawnCircuit {
  readonly circuit: Circuit;
  readonly layout: HarnessLayout;
}

/**
 * The drawing of a circuit that changes: what is new is sketched beside what stood there, until all is laid out anew; null before
 * the first.
 */
export function useGrowingLayout(circuit: Circuit): DrawnCircuit | null {
  // One at a time is laid out: what was typed meanwhile is laid out together, as it stands then, once it is sketched.
  const painted = useAfterPaint(circuit);
  const [asked, setAsked] = useState(circuit);
  const careful = useCarefulLayout(asked);
  const [last, setLast] = useState<DrawnCircuit | null>(null);
  // Set while rendering, so that the drawing never blinks: circuit and layout belong together.
  if (careful !== null && asked !== painted) setAsked(painted);
  if (careful !== null && careful !== 'failed' && asked === circuit && last?.layout !== careful)
    setLast({ circuit, layout: careful });
  const sketched = useSketched(circuit, last?.circuit !== circuit);
  const sketch = useMemo(
    () => (sketched ? { circuit, layout: sketchHarness(circuit, last?.layout) } : null),
    [circuit, sketched, last],
  );
  // The last sketch stands until there is another, or the careful layout.
  const [shown, setShown] = useState<DrawnCircuit | null>(null);
  const now = last?.circuit === circuit ? last : (sketch ?? shown ?? last);
  if (now !== null && now !== shown) setShown(now);
  return now;
}
