import { notationAfter } from '@grim-lantern/core';
import { useState } from 'react';
import { Segments } from '../../ui/Segments';
import { CircuitTable } from './CircuitTable';
import { DiagramPhotos } from './DiagramPhotos';
import { ExportPanel } from './ExportPanel';
import { NotationEditor } from './NotationEditor';
import { StartFrom } from './StartFrom';
import type { CircuitDraft } from './useCircuitDraft';

const ways = [
  { id: 'text', name: 'Text' },
  { id: 'table', name: 'Table' },
  { id: 'photo', name: 'Photo' },
  { id: 'start', name: 'Start from' },
  { id: 'export', name: 'Export' },
] as const;

/** The circuit as text or as a table, or something to start it from. */
export function EntryPanel({
  vehicleId,
  draft,
  chosen,
  shown,
  under,
  onUnder,
  onChoose,
  onStarted,
}: {
  readonly vehicleId: string;
  readonly draft: CircuitDraft;
  /** Of a part or a wire. */
  readonly chosen: string | null;
  /** The line to bring into view: the text is shown for it. */
  readonly shown: { readonly line: number } | null;
  /** The photo that lies under the drawing. */
  readonly under: string | null;
  readonly onUnder: (photo: string | null) => void;
  /** Told the part or section that a hand is on; null while it writes. */
  readonly onChoose: (id: string | null) => void;
  readonly onStarted: () => void;
}) {
  const { circuit, text, flaws, partsAt } = draft;
  const [way, setWay] = useState<(typeof ways)[number]['id']>('text');
  return (
    <>
      <div className="px-4 py-2 lg:px-5">
        <Segments
          label=""
          name="Way of entering"
          chosen={way}
          positions={ways}
          disabled={false}
          onChoose={(id) => setWay(ways.find((each) => each.id === id)?.id ?? 'text')}
        />
      </div>
      <div className="border-line h-[280px] shrink-0 border-y lg:h-[320px]">
        {way === 'text' && (
          <NotationEditor
            {...{ text, circuit, flaws, shown }}
            onType={(words) => {
              draft.type(words);
              onChoose(null);
            }}
            onCursor={(line, column) => {
              const [part] =
                [...partsAt].find(([, at]) => at.line === line && at.from <= column && column <= at.to) ?? [];
              if (part !== undefined) onChoose(part);
            }}
            onUndo={draft.undo}
            onRedo={draft.redo}
          />
        )}
        {way === 'table' && (
          <CircuitTable
            {...{ circuit, chosen, onChoose }}
            onChange={(next) => draft.edit(notationAfter(text, flaws, next))}
          />
        )}
        {way === 'photo' && <DiagramPhotos {...{ vehicleId, under, onUnder }} />}
        {way === 'export' && <ExportPanel {...{ vehicleId, circuit, text }} />}
        {way === 'start' && (
          <StartFrom
            vehicleId={vehicleId}
            onText={(next) => {
              draft.edit(next);
              setWay('text');
              onStarted();
            }}
          />
        )}
      </div>
    </>
  );
}
