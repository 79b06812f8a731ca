import type { Circuit, DrawingFlaw, ReadNotation } from '@grim-lantern/core';
import { inspectCircuit, mostSections, readNotation } from '@grim-lantern/core';
import { useEffect, useMemo, useReducer, useState } from 'react';
import { useAfterPaint } from '../../ui/useAfterPaint';
import { changedDraft, draftOf } from './draftHistory';
import { saveDraft } from './keptDraft';
import { refusedFor } from './refusedFor';

/** A circuit that is being drawn: its text is the one thing that is edited, by whatever way. */
export interface CircuitDraft extends ReadNotation {
  readonly text: string;
  readonly circuit: Circuit;
  /** The circuit once a change of it is drawn: what takes its time is worked out for this one. */
  readonly drawn: Circuit;
  /** What is not right in the drawing. */
  readonly checks: readonly DrawingFlaw[];
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** Whether this browser keeps it while it is not saved. */
  readonly isKept: boolean;
  readonly type: (text: string) => void;
  readonly edit: (text: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

const isTooLarge = ({ sections }: Circuit) => sections.length > mostSections;

/** @param stored - the text that the server has; what differs from it is kept in the browser */
export function useCircuitDraft(
  vehicleId: string,
  circuitId: string | null,
  stored: string,
  first: string,
): CircuitDraft {
  const [{ text, past, future }, dispatch] = useReducer(changedDraft, first, draftOf);
  const [isKept, setKept] = useState(true);
  useEffect(() => {
    setKept(saveDraft(vehicleId, circuitId, text === stored ? null : text));
  }, [vehicleId, circuitId, text, stored]);
  const read = useMemo(() => readNotation(text), [text]);
  const drawn = useAfterPaint(read.circuit);
  const checks = useMemo(
    () => (isTooLarge(drawn) ? inspectCircuit(drawn) : [...refusedFor(drawn), ...inspectCircuit(drawn)]),
    [drawn],
  );
  return {
    ...read,
    text,
    drawn,
    checks,
    isKept,
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    type: (next) => dispatch({ kind: 'typed', text: next, at: Date.now() }),
    edit: (next) => dispatch({ kind: 'edited', text: next }),
    undo: () => dispatch({ kind: 'undo' }),
    redo: () => dispatch({ kind: 'redo' }),
  };
}
