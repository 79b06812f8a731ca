import type { CircuitRecord, CircuitSummary } from '@grim-lantern/contract';
import { renamedNotation } from '@grim-lantern/core';
import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import { useAppSelector } from '../../data/store';
import { NewJob } from '../jobs/NewJob';
import { saveDraft } from './keptDraft';
import { MergeNewer } from './MergeNewer';
import { SaveCircuit } from './SaveCircuit';
import type { CircuitDraft } from './useCircuitDraft';
import { drawingPath, jobPath } from '../frame/jobViews';

/** The circuit's name, undo and redo, and saving; once it is saved, a job on it. */
export function EditorHead({
  vehicleId,
  record,
  summary,
  draft,
  stored,
}: {
  readonly vehicleId: string;
  readonly record: CircuitRecord | null;
  readonly summary: CircuitSummary | null;
  readonly draft: CircuitDraft;
  /** The text that is saved. */
  readonly stored: string;
}) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const workshop = useAppSelector((state) => state.workshop);
  const [search] = useSearchParams();
  // The job that the drawing was opened from.
  const jobId = search.get('job');
  const [opening, setOpening] = useState(false);
  const { circuit, text, flaws } = draft;
  const changed = text !== stored;
  const newer = summary === null || summary.latest === summary.id ? null : summary.latest;
  return (
    <div className="border-line flex flex-wrap items-end gap-x-4 gap-y-2 border-b px-4 py-2 lg:px-5">
      <input
        aria-label="Name of the circuit"
        className="field mr-auto w-auto min-w-0 grow basis-40 border-transparent bg-transparent px-0 text-2xl font-semibold lg:max-w-[420px]"
        maxLength={120}
        value={circuit.name}
        onChange={({ target }) => draft.type(renamedNotation(text, target.value))}
      />
      {changed && (
        <p className="text-dim flex min-h-11 items-center gap-2 text-[15px]">
          {draft.isKept
            ? 'Not saved yet; kept in this browser.'
            : 'Not saved yet, and this browser keeps nothing: save it before you leave.'}
          <button type="button" className="underline" onClick={() => draft.edit(stored)}>
            {record === null ? 'Start afresh' : 'Back to what is saved'}
          </button>
        </p>
      )}
      <div className="flex gap-1">
        <button
          type="button"
          className="key border-line flex items-center gap-2"
          disabled={!draft.canUndo}
          onClick={draft.undo}
        >
          <Undo2 size={16} aria-hidden /> Undo
        </button>
        <button
          type="button"
          className="key border-line flex items-center gap-2"
          disabled={!draft.canRedo}
          onClick={draft.redo}
        >
          <Redo2 size={16} aria-hidden /> Redo
        </button>
      </div>
      {jobId !== null && (
        <Link to={jobPath(jobId)} className="key inline-flex items-center">
          Back to the job
        </Link>
      )}
      {!changed && summary !== null && jobId === null && (
        <button type="button" className="key" onClick={() => setOpening(true)}>
          New job on it
        </button>
      )}
      {newer !== null && changed ? (
        <MergeNewer {...{ vehicleId, newer, text, stored }} before={record?.id ?? null} />
      ) : (
        <SaveCircuit
          {...{ vehicleId, circuit, changed }}
          source={text}
          flawed={flaws.length > 0}
          before={record}
          onSaved={(id) => {
            saveDraft(vehicleId, record?.id ?? null, null);
            // Whoever has gone on meanwhile, if only on the way there, is not called back.
            if (location.pathname === pathname) void navigate(drawingPath(vehicleId, id, jobId));
          }}
        />
      )}
      {opening && summary !== null && workshop.status === 'ready' && (
        <NewJob workshop={workshop.workshop} only={summary.id} onClose={() => setOpening(false)} />
      )}
    </div>
  );
}
