import type { CircuitRecord, CircuitSummary } from '@grim-lantern/contract';
import type { TerminalRef } from '@grim-lantern/core';
import { joinedText, notationAfter, openEndsOf, partIdOf, writeNotation } from '@grim-lantern/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { Picture } from '../photos/Picture';
import { Drawing } from './Drawing';
import { DrawingChecks } from './DrawingChecks';
import { EditorHead } from './EditorHead';
import { EntryPanel } from './EntryPanel';
import { GrowBar } from './GrowBar';
import { TryIt } from './TryIt';
import { useAim } from './useAim';
import { useCircuitDraft } from './useCircuitDraft';

/** The circuit that an empty text starts from: a battery on its ground, to grow from. */
const emptyText = 'circuit "New circuit"\n12 V\nbattery.- > ground GB\n';

/** A circuit as drawing, text and table at once: whatever is changed in one is changed in all. */
export function CircuitEditor({
  vehicleId,
  record,
  kept,
  summary,
}: {
  readonly vehicleId: string;
  /** What the server has; null for a new circuit. */
  readonly record: CircuitRecord | null;
  /** What was written and not saved. */
  readonly kept: string | null;
  /** Its place among the revisions; null for a new one. */
  readonly summary: CircuitSummary | null;
}) {
  const stored = useMemo(
    () => (record === null ? emptyText : (record.source ?? writeNotation(record.circuit))),
    [record],
  );
  const draft = useCircuitDraft(vehicleId, record?.id ?? null, stored, kept ?? stored);
  const { circuit, text, checks, flaws, partsAt } = draft;
  const ends = useMemo(() => openEndsOf(circuit), [circuit]);
  // Trying it takes longest: it is drawn and checked before.
  const tried = useDeferredValue(draft.drawn);
  const { end, tap, goOn } = useAim(circuit, ends, record === null ? 'BAT.+' : null);
  const [joining, setJoining] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const [under, setUnder] = useState<string | null>(null);
  const [shown, setShown] = useState<{ readonly line: number } | null>(null);
  const showPart = (id: string) => {
    setChosen(id);
    const at = partsAt.get(id);
    if (at !== undefined) setShown({ line: at.line });
  };
  const join = (to: TerminalRef) => {
    if (end === null || to === end) return;
    draft.edit(joinedText(text, circuit, end, to));
    setJoining(false);
    goOn(ends.find((each) => each !== end && each !== to) ?? null);
  };
  const onPoint = (terminal: TerminalRef) => {
    if (joining) return join(terminal);
    tap(terminal);
    showPart(partIdOf(terminal));
  };
  return (
    <div className="flex min-h-0 grow flex-col">
      <EditorHead {...{ vehicleId, record, summary, draft, stored }} />
      <main className="flex min-h-0 grow flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_460px]">
        <div className="border-line flex min-h-0 flex-col lg:border-r">
          <section
            aria-label="Drawing"
            className="relative h-[40vh] min-h-[240px] shrink-0 lg:h-auto lg:min-h-0 lg:grow"
          >
            {under !== null && (
              <Picture
                id={under}
                words="Printed diagram, under the drawing"
                className="pointer-events-none absolute inset-0 h-full w-full object-contain opacity-30"
              />
            )}
            <Drawing {...{ circuit, end, chosen, joining, onPoint }} />
          </section>
          <GrowBar
            {...{ circuit, text, end, ends, joining }}
            onEnd={(next) => {
              tap(next);
              setJoining(false);
            }}
            onJoin={setJoining}
            onJoined={join}
            onGrown={(next, goesOn) => {
              draft.edit(next);
              goOn(goesOn);
            }}
          />
        </div>
        <div className="border-line flex min-h-0 flex-col border-t lg:overflow-auto lg:border-t-0">
          <EntryPanel
            {...{ vehicleId, draft, chosen, shown, under }}
            onUnder={setUnder}
            onChoose={setChosen}
            onStarted={() => goOn(null)}
          />
          <DrawingChecks
            {...{ circuit: draft.drawn, flaws, checks }}
            onLine={(line) => setShown({ line })}
            onAt={({ at, openEnd }) => {
              if (openEnd !== undefined) tap(openEnd);
              showPart(at);
            }}
          />
          <TryIt
            circuit={tried}
            onPutRight={(right) => draft.edit(notationAfter(draft.text, draft.flaws, right))}
          />
        </div>
      </main>
    </div>
  );
}
