import type { Circuit, OperatingState } from '@grim-lantern/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { HarnessMap } from '../harness/HarnessMap';
import type { Point } from '@grim-lantern/drawing';
import { placeAt } from '../harness/placeAt';
import { useHarnessLayout } from '../harness/useHarnessLayout';
import TraceChart from './TraceChart';
import type { FuseLevels, TraceLine } from './traceLines';
import type { Recorder } from './useRecorder';

const noGlow: ReadonlyMap<string, number> = new Map();
const nothingRead: readonly [] = [];

/** The simulated recording as it grows, over the harness on which a place is held to move it. */
export function RecorderRegion({
  circuit,
  state,
  levels,
  recorder,
  onPoint,
}: {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly levels: FuseLevels;
  readonly recorder: Recorder;
  readonly onPoint: (point: string) => void;
}) {
  const layout = useHarnessLayout(circuit);
  const [held, setHeld] = useState<Point | null>(null);
  const { state: recorded, onHold } = recorder;
  const running = recorded.status === 'running';
  const region = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // On a phone it stands above what was tapped.
    if (running) region.current?.scrollIntoView({ block: 'nearest' });
  }, [running]);
  const line = useMemo(() => lineOfRecorder(recorded), [recorded]);
  return (
    <div ref={region} className="flex h-full scroll-mt-16 flex-col">
      <div className="min-h-0 grow basis-1/2">
        <TraceChart one={line} other={null} {...levels} explained={false} clock="Seconds of the recording" />
      </div>
      {/* On a phone the keys of the places do: there is room for one picture. */}
      <div className="border-line hidden min-h-0 basis-1/2 border-t sm:block">
        {layout !== null && (
          <HarnessMap
            {...{ circuit, layout, state, onPoint }}
            glow={noGlow}
            standing={noGlow}
            readings={nothingRead}
            flag={null}
            opensWhole
            held={running ? held : null}
            onHold={
              running
                ? (point) => {
                    setHeld(point);
                    onHold(point === null ? null : placeAt(circuit, layout, point));
                  }
                : null
            }
          />
        )}
      </div>
    </div>
  );
}

/** What is recorded so far, as a line; its clock is the recorder's own. */
function lineOfRecorder(recorded: Recorder['state']): TraceLine | null {
  if (recorded.status !== 'running' && recorded.status !== 'done') return null;
  const seconds = recorded.status === 'running' ? recorded.seconds : recorded.report.seconds;
  return { name: 'Simulated', remote: recorded.remote, seconds, on: 0 };
}
