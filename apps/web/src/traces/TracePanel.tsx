import { formatQuantity, fusesOf } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Segments } from '../job/Segments';
import { TraceMeasured } from './TraceMeasured';
import type { TracePanelProps } from './tracePanelProps';
import { fuseOnShow } from './tracePanelProps';
import { TraceVerdictPart } from './TraceVerdictPart';
import { useExpected } from './useExpected';
import { traceSlots } from './useTraces';

/** Recordings of a current: taken in, measured, held against the fuse, their kind told and entered as evidence. */
export function TracePanel(props: TracePanelProps) {
  const { circuit, job, states, slot, onSlot, onFuse, fuse } = props;
  const fuses = fusesOf(circuit);
  const part = fuseOnShow(fuses, fuse);
  const field = useId();
  const expected = useExpected(circuit, job.state, part?.id);
  const state = states[slot];
  return (
    <section aria-label="Traces" className="py-4">
      <h2 className="text-2xl font-semibold">Current over time</h2>
      <p className="text-dim mt-1 mb-3">
        Clamp on the wire of one fuse, recorded from before switching on. The recording stays on this page;
        what it says can be entered in the job.
      </p>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <Segments
          label=""
          name="Which recording"
          chosen={slot}
          positions={traceSlots}
          disabled={false}
          onChoose={(id) => onSlot(id === 'after' ? 'after' : 'before')}
        />
        <span className="flex items-center gap-2">
          <label htmlFor={field} className="text-dim text-[15px]">
            In the wire of
          </label>
          <select
            id={field}
            className="field w-auto"
            value={part?.id ?? ''}
            onChange={({ target }) => onFuse(target.value)}
          >
            {fuses.map(({ id, name, ratingAmps }) => (
              <option key={id} value={id}>
                {name}, {ratingAmps} A
              </option>
            ))}
          </select>
        </span>
      </div>
      {expected !== null && (
        <p className="mb-3">
          As the vehicle stands, a healthy circuit draws{' '}
          <span className="font-mono">{formatQuantity(expected, 'A')}</span> there.
        </p>
      )}
      <TakeFile {...props} />
      {state.status === 'read' && part !== undefined && (
        <>
          <TraceVerdictPart key={`${state.name} ${part.id}`} {...props} {...{ part, state, expected }} />
          <TraceMeasured state={state} />
        </>
      )}
    </section>
  );
}

/** Where a file is dropped or picked; its progress, and why it was refused. */
function TakeFile({ states, slot, onFile, onCancel }: TracePanelProps) {
  const state = states[slot];
  const field = useId();
  const [over, setOver] = useState(false);
  return (
    <div
      data-testid="trace-drop"
      className={`border-line mb-3 border border-dashed p-3 ${over ? 'bg-raised' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file !== undefined) onFile(file);
      }}
    >
      <label htmlFor={field} className="key inline-flex cursor-pointer items-center">
        {state.status === 'read' ? 'Another recording' : 'Choose a recording'}
      </label>
      <input
        id={field}
        type="file"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        className="sr-only"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file !== undefined) onFile(file);
          target.value = '';
        }}
      />{' '}
      <span className="text-dim">or drop one here: CSV from a meter, logger or oscilloscope.</span>
      {state.status === 'reading' && (
        <div className="mt-2 flex items-center gap-3">
          <progress className="grow" max={1} value={state.share} aria-label={`Reading ${state.name}`} />
          <button type="button" className="key border-line" onClick={onCancel}>
            Stop
          </button>
        </div>
      )}
      {state.status === 'refused' && (
        <p role="alert" className="text-clash mt-2">
          {state.name}: {state.why} Nothing was taken in.
        </p>
      )}
    </div>
  );
}
