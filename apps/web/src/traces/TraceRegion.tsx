import type { Circuit, OperatingState } from '@grim-lantern/core';
import { useMemo } from 'react';
import { RecorderRegion } from './RecorderRegion';
import TraceChart from './TraceChart';
import { fuseLevels, lineOf } from './traceLines';
import { sideNames } from './tracePanelProps';
import type { Traces } from './useTraces';

/** What stands large beside the traces: two recordings over each other, or the simulated one and its harness. */
export default function TraceRegion({
  circuit,
  state,
  traces,
  onPoint,
}: {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly traces: Traces;
  readonly onPoint: (point: string) => void;
}) {
  const { layer, fuse, recorder, states, pair } = traces;
  const levels = useMemo(() => fuseLevels(circuit, state, fuse), [circuit, state, fuse]);
  if (layer === 'recorder') return <RecorderRegion {...{ circuit, state, levels, recorder, onPoint }} />;
  const [one, other] = pair.sides;
  return (
    <TraceChart
      key={pair.id}
      one={lineOf(sideNames[one], states[one])}
      other={lineOf(sideNames[other], states[other])}
      {...levels}
    />
  );
}
