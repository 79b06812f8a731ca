import { proxy, wrap } from 'comlink';
import type { Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { LiveRun } from '../../session/liveTrace';
import TraceWorker from '../../session/trace.worker?worker';
import type { TraceAnswer, TraceReport, TraceService } from '../../session/traceService';

/** A simulated recording: not begun, running, or done. */
export type RecorderState =
  | { readonly status: 'none' }
  | {
      readonly status: 'running';
      readonly seconds: number;
      readonly remote: Remote<TraceService>;
    }
  | { readonly status: 'failed'; readonly why: string }
  | {
      readonly status: 'done';
      readonly report: TraceReport;
      /** What it was made of, in words. */
      readonly truth: string;
      readonly seed: number;
      readonly remote: Remote<TraceService>;
    };

export interface Recorder {
  readonly state: RecorderState;
  readonly onStart: (run: LiveRun) => void;
  readonly onStop: () => void;
  /** The place that is being moved; null: none. */
  readonly held: string | null;
  readonly onHold: (place: string | null) => void;
}

/** The simulated recorder of a job's circuit, running in a worker while its page is open. */
export function useRecorder(): Recorder {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<RecorderState>({ status: 'none' });
  const [held, setHeld] = useState<string | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  const onStart = useCallback((run: LiveRun) => {
    worker.current?.terminate();
    const own = new TraceWorker();
    worker.current = own;
    const remote = wrap<TraceService>(own);
    const tell = (next: RecorderState) => {
      if (worker.current === own) setState(next);
    };
    own.addEventListener('error', ({ message }) => tell({ status: 'failed', why: message }));
    // A key that was still held when the last one ended is not held in this one.
    setHeld(null);
    tell({ status: 'running', seconds: 0, remote });
    const onTick = proxy((seconds: number) => tell({ status: 'running', seconds, remote }));
    const onEnd = proxy((answer: TraceAnswer, truth: string) =>
      tell(
        answer.status === 'read'
          ? { status: 'done', report: answer.report, truth, seed: run.seed, remote }
          : { status: 'failed', why: answer.why },
      ),
    );
    remote.record(run, onTick, onEnd).catch(() => tell({ status: 'failed', why: 'It did not start.' }));
  }, []);
  const remote = state.status === 'running' ? state.remote : null;
  const onHold = useCallback(
    (place: string | null) => {
      setHeld(place);
      void remote?.hold(place);
    },
    [remote],
  );
  const onStop = useCallback(() => {
    setHeld(null);
    void remote?.stop();
  }, [remote]);
  return { state, onStart, onStop, held, onHold };
}
