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
  const [one, other] = pair.sides;
  const [first, second] = [states[one], states[other]];
  const firstLine = useMemo(() => lineOf(sideNames[one], first), [one, first]);
  const secondLine = useMemo(() => lineOf(sideNames[other], second), [other, second]);
  if (layer === 'recorder') return <RecorderRegion {...{ circuit, state, levels, recorder, onPoint }} />;
  return <TraceChart key={pair.id} one={firstLine} other={secondLine} {...levels} />;
}
