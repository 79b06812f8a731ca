import { proxy, wrap } from 'comlink';
import type { Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import TraceWorker from '../worker/trace.worker?worker';
import type { TraceReport, TraceService } from '../worker/traceService';

/** The two recordings that are laid over each other. */
export const traceSlots = [
  { id: 'before', name: 'Before' },
  { id: 'after', name: 'After' },
] as const;
export type TraceSlot = (typeof traceSlots)[number]['id'];

export type TraceState =
  | { readonly status: 'none' }
  | { readonly status: 'reading'; readonly name: string; readonly share: number }
  | { readonly status: 'refused'; readonly name: string; readonly why: string }
  | {
      readonly status: 'read';
      readonly name: string;
      readonly report: TraceReport;
      readonly remote: Remote<TraceService>;
    };

export interface Traces {
  readonly states: Readonly<Record<TraceSlot, TraceState>>;
  readonly slot: TraceSlot;
  readonly onSlot: (slot: TraceSlot) => void;
  /** Reads a file into the chosen slot. */
  readonly onFile: (file: File) => void;
  readonly onCancel: () => void;
  /** The fuse in whose wire the clamp was. */
  readonly fuse: string | null;
  readonly onFuse: (fuse: string) => void;
}

const nothing: TraceState = { status: 'none' };

/** Recordings of a job while its page is open: each in a worker of its own, which is ended to cancel it. */
export function useTraces(): Traces {
  const workers = useRef<Partial<Record<TraceSlot, Worker>>>({});
  const [states, setStates] = useState<Readonly<Record<TraceSlot, TraceState>>>({
    before: nothing,
    after: nothing,
  });
  const [slot, onSlot] = useState<TraceSlot>('before');
  const [fuse, onFuse] = useState<string | null>(null);
  useEffect(() => {
    const { current } = workers;
    return () => Object.values(current).forEach((each) => each.terminate());
  }, []);
  const set = useCallback(
    (own: TraceSlot, state: TraceState) => setStates((all) => ({ ...all, [own]: state })),
    [],
  );
  const onFile = useCallback(
    (file: File) => {
      const own = slot;
      workers.current[own]?.terminate();
      const worker = new TraceWorker();
      workers.current[own] = worker;
      const { name } = file;
      const tell = (state: TraceState) => {
        if (workers.current[own] === worker) set(own, state);
      };
      tell({ status: 'reading', name, share: 0 });
      worker.addEventListener('error', ({ message }) => tell({ status: 'refused', name, why: message }));
      const remote = wrap<TraceService>(worker);
      const told = proxy((share: number) => tell({ status: 'reading', name, share }));
      remote.read(file, told).then(
        (answer) =>
          tell(
            answer.status === 'read'
              ? { status: 'read', name, report: answer.report, remote }
              : { status: 'refused', name, why: answer.why },
          ),
        () => tell({ status: 'refused', name, why: 'The file could not be read.' }),
      );
    },
    [slot, set],
  );
  const onCancel = useCallback(() => {
    workers.current[slot]?.terminate();
    delete workers.current[slot];
    set(slot, nothing);
  }, [slot, set]);
  return { states, slot, onSlot, onFile, onCancel, fuse, onFuse };
}
