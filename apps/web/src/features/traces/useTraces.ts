import type { TraceFiling, TraceRecord } from '@grim-lantern/contract';
import type { TraceAbout, TraceSide } from '@grim-lantern/core';
import { traceSides } from '@grim-lantern/core';
import { proxy, wrap } from 'comlink';
import type { Remote } from 'comlink';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import { newId } from '../../data/newId';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { fileTrace, loadTraces, tracesSlice } from '../../data/traces';
import TraceWorker from '../../session/trace.worker?worker';
import type { TraceAnswer, TraceReport, TraceService } from '../../session/traceService';
import type { Recorder } from './useRecorder';
import { useRecorder } from './useRecorder';

/** What is laid over what. */
export const tracePairs = [
  { id: 'before-after', name: 'Before and after', sides: ['before', 'after'] },
  { id: 'left-right', name: 'Left and right', sides: ['left', 'right'] },
] as const;
export type TracePair = (typeof tracePairs)[number];

/** Whether a recording lies with its job. */
export type Keeping =
  | { readonly status: 'keeping' }
  | { readonly status: 'kept' }
  | { readonly status: 'not kept'; readonly why: string };

export interface ReadState {
  readonly status: 'read';
  readonly name: string;
  /** The same however often it is tried to keep it, so that it is stored once. */
  readonly id: string;
  readonly about: TraceAbout;
  readonly report: TraceReport;
  readonly remote: Remote<TraceService>;
  readonly keeping: Keeping;
}

export type TraceState =
  | { readonly status: 'none' }
  | { readonly status: 'reading'; readonly name: string; readonly share: number }
  | { readonly status: 'refused'; readonly name: string; readonly why: string }
  | ReadState;

/** The layers of the view. */
export const traceLayers = [
  { id: 'recordings', name: 'Recordings' },
  { id: 'recorder', name: 'Simulated recorder' },
] as const;
export type TraceLayer = (typeof traceLayers)[number]['id'];

export interface Traces {
  readonly layer: TraceLayer;
  readonly onLayer: (layer: TraceLayer) => void;
  readonly states: Readonly<Record<TraceSide, TraceState>>;
  readonly pair: TracePair;
  readonly side: TraceSide;
  readonly onSide: (side: TraceSide) => void;
  /** Reads a file into the chosen side, and keeps it with the job. */
  readonly onFile: (file: File) => void;
  readonly onCancel: () => void;
  /** Tries to keep the one of the chosen side again. */
  readonly onKeep: () => void;
  /** The fuse in whose wire the clamp was. */
  readonly fuse: string | null;
  readonly onFuse: (fuse: string) => void;
  /** What is kept with the job; undefined until it is there, null where it could not be fetched. */
  readonly kept: readonly TraceRecord[] | null | undefined;
  readonly onOpen: (record: TraceRecord) => void;
  readonly onRefile: (record: TraceRecord, filing: Partial<TraceFiling>) => void;
  readonly recorder: Recorder;
}

const nothing: TraceState = { status: 'none' };
const none = Object.fromEntries(traceSides.map((side) => [side, nothing])) as Record<TraceSide, TraceState>;

/** Says what became of a recording; false where another has taken its place. */
type Tell = (state: TraceState) => boolean;

/** A worker for each side: one recording in it, ended to cancel it. */
function useTraceStates() {
  const workers = useRef<Partial<Record<TraceSide, Worker>>>({});
  const tells = useRef<Partial<Record<TraceSide, Tell>>>({});
  const [states, setStates] = useState<Readonly<Record<TraceSide, TraceState>>>(none);
  useEffect(() => {
    const { current } = workers;
    return () => Object.values(current).forEach((each) => each.terminate());
  }, []);
  /** Starts anew on a side. @returns how to tell what becomes of it; false where another took its place */
  const begin = useCallback((side: TraceSide) => {
    workers.current[side]?.terminate();
    const worker = new TraceWorker();
    workers.current[side] = worker;
    const tell: Tell = (state) => {
      if (workers.current[side] !== worker) return false;
      // In small pieces: the page answers while it is drawn anew.
      startTransition(() => setStates((all) => ({ ...all, [side]: state })));
      return true;
    };
    tells.current[side] = tell;
    return { worker, remote: wrap<TraceService>(worker), tell };
  }, []);
  const clear = useCallback((side: TraceSide) => {
    workers.current[side]?.terminate();
    delete workers.current[side];
    setStates((all) => ({ ...all, [side]: nothing }));
  }, []);
  const tellOf = useCallback((side: TraceSide) => tells.current[side], []);
  /** Whether nothing lies on a side, nor is on its way there: known at once, before the page is drawn anew. */
  const isFree = useCallback((side: TraceSide) => workers.current[side] === undefined, []);
  return { states, begin, clear, tellOf, isFree };
}

/**
 * The recordings of a job: read in workers, kept with the job as they are read, and the last kept of each side opened
 * when the view is.
 * @param shown - whether the view is open
 */
export function useTraces(jobId: string, fuses: readonly string[], shown: boolean): Traces {
  const dispatch = useAppDispatch();
  const kept = useAppSelector((state) => state.traces[jobId]);
  const { states, begin, clear, tellOf, isFree } = useTraceStates();
  const [layer, onLayer] = useState<TraceLayer>('recordings');
  const [side, onSide] = useState<TraceSide>('before');
  const [chosenFuse, onFuse] = useState<string | null>(null);
  const recorder = useRecorder();
  const fuse = chosenFuse ?? kept?.filter(({ kept: wanted }) => wanted).at(-1)?.fuse ?? fuses[0] ?? null;
  useEffect(() => {
    if (shown) void dispatch(loadTraces(jobId));
  }, [dispatch, jobId, shown]);

  const { bring, keep } = useBringing(jobId, fuse, begin);
  const open = useCallback(
    (record: TraceRecord) =>
      bring(record.side, record.name, (remote, told) => remote.fetch(record.id, told), record),
    [bring],
  );
  // By itself it only fills what is empty: the side that a hand has chosen stays.
  useOpened(shown ? kept : null, isFree, open);

  const own = states[side];
  return {
    layer,
    onLayer,
    states,
    side,
    onSide,
    pair: tracePairs.find(({ sides }) => (sides as readonly TraceSide[]).includes(side)) ?? tracePairs[0],
    onFile: (file) => bring(side, file.name, (remote, told) => remote.read(file, told), null),
    onCancel: () => clear(side),
    onKeep: () => {
      const tell = tellOf(side);
      if (own.status === 'read' && tell !== undefined) void keep(own, tell);
    },
    fuse,
    onFuse,
    kept,
    onOpen(record) {
      open(record);
      onSide(record.side);
    },
    onRefile(record, filing) {
      const { id, side: filed, kept: wanted } = record;
      for (const each of traceSides) {
        const shownThere = states[each];
        // Put aside, or filed elsewhere: it does not stay where it was drawn.
        if (shownThere.status === 'read' && shownThere.id === id) clear(each);
      }
      void dispatch(fileTrace({ id, side: filed, kept: wanted, ...filing }));
    },
    recorder,
  };
}

/** How recordings come to a side, from a file or from the server, and to the job. */
function useBringing(jobId: string, fuse: string | null, begin: ReturnType<typeof useTraceStates>['begin']) {
  const dispatch = useAppDispatch();
  const author = useAppSelector((state) => state.session.technicianId);
  const keep = useCallback(
    async (state: ReadState, tell: Tell) => {
      if (author === null) {
        const why = 'Choose who you are, above, and it is kept with the job.';
        tell({ ...state, keeping: { status: 'not kept', why } });
        return;
      }
      tell({ ...state, keeping: { status: 'keeping' } });
      const answer = await state.remote.keep(jobId, state.id, author, state.about);
      if (answer.status === 'kept') dispatch(tracesSlice.actions.traceKept(answer.record));
      tell({
        ...state,
        keeping: answer.status === 'kept' ? { status: 'kept' } : { status: 'not kept', why: answer.why },
      });
    },
    [author, dispatch, jobId],
  );

  /** Brings a recording to a side, from a file or from the server. */
  const bring = useCallback(
    (
      own: TraceSide,
      name: string,
      how: (remote: Remote<TraceService>, told: (share: number) => void) => Promise<TraceAnswer>,
      record: TraceRecord | null,
    ) => {
      const { worker, remote, tell } = begin(own);
      tell({ status: 'reading', name, share: 0 });
      worker.addEventListener('error', ({ message }) => tell({ status: 'refused', name, why: message }));
      const told = proxy((share: number) => void tell({ status: 'reading', name, share }));
      how(remote, told).then(
        (answer) => {
          if (answer.status === 'refused') {
            tell({ status: 'refused', name, why: answer.why });
            return;
          }
          const fresh = { name: name.slice(0, 120), fuse, side: own, at: new Date().toISOString() };
          const state: ReadState = {
            status: 'read',
            name,
            id: record?.id ?? newId(),
            about: record === null ? fresh : aboutOf(record),
            report: answer.report,
            remote,
            keeping: { status: record === null ? 'keeping' : 'kept' },
          };
          if (tell(state) && record === null) void keep(state, tell);
        },
        () => tell({ status: 'refused', name, why: 'The file could not be read.' }),
      );
    },
    [begin, keep, fuse],
  );

  return { bring, keep };
}

const aboutOf = ({ name, fuse, side, at }: TraceRecord): TraceAbout => ({ name, fuse, side, at });

/** Opens the last kept recording of each side once, where nothing lies there yet. */
function useOpened(
  kept: readonly TraceRecord[] | null | undefined,
  isFree: (side: TraceSide) => boolean,
  open: (record: TraceRecord) => void,
): void {
  const opened = useRef(false);
  useEffect(() => {
    if (kept == null || opened.current) return;
    opened.current = true;
    for (const side of [...traceSides].reverse()) {
      const last = kept.filter((each) => each.kept && each.side === side).at(-1);
      if (last !== undefined && isFree(side)) open(last);
    }
  }, [kept, isFree, open]);
}
