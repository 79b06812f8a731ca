import { useMemo } from 'react';
import type { Circuit, TerminalRef } from '@grim-lantern/core';
import { mostSections, restingState, terminalName } from '@grim-lantern/core';
import { HarnessMap } from '../harness/HarnessMap';
import type { DrawnCircuit } from '../harness/useHarnessLayout';
import { useGrowingLayout } from '../harness/useHarnessLayout';

interface DrawingProps {
  readonly circuit: Circuit;
  readonly end: TerminalRef | null;
  /** The part or section that is chosen in the text or the table. */
  readonly chosen: string | null;
  readonly joining: boolean;
  readonly onPoint: (terminal: TerminalRef) => void;
}

const nothing: ReadonlyMap<string, number> = new Map();

/** The harness map in edit: the last drawing stands until the next is laid out. */
export function Drawing({ circuit, end, chosen, joining, onPoint }: DrawingProps) {
  if (circuit.sections.length > mostSections) {
    return <p className="text-dim p-5">It is larger than what can be searched: it is not drawn.</p>;
  }
  return <Drawn {...{ circuit, end, chosen, joining, onPoint }} />;
}

function Drawn({ circuit, end, chosen, joining, onPoint }: DrawingProps) {
  const drawn = useGrowingLayout(circuit);
  const state = useMemo(() => (drawn === null ? null : restingState(drawn.circuit)), [drawn]);
  const flag = useMemo(
    () => (drawn === null || end === null ? null : flagAt(drawn, end, joining)),
    [drawn, end, joining],
  );
  if (circuit.parts.length === 0)
    return <p className="text-dim p-5">Write or choose something: it is drawn here.</p>;
  if (drawn === null || state === null) return <p className="text-dim p-5">Drawing …</p>;
  return (
    <HarnessMap
      circuit={drawn.circuit}
      layout={drawn.layout}
      state={state}
      glow={nothing}
      standing={nothing}
      readings={[]}
      flag={flag}
      growsAt={end}
      chosen={chosen}
      onPoint={onPoint}
    />
  );
}

/** What is asked at an end; null where it has come after the last drawing, and is not in it yet. */
function flagAt({ circuit, layout }: DrawnCircuit, end: TerminalRef, joining: boolean) {
  const point = layout.terminals.get(end);
  if (point === undefined) return null;
  return { point, words: joining ? `${terminalName(circuit, end)} joins …` : 'what comes next?' };
}
