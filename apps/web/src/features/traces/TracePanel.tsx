import { formatQuantity, fusesOf, traceSides } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Segments } from '../../ui/Segments';
import { KeptTraces } from './KeptTraces';
import { RecorderPanel } from './RecorderPanel';
import { TraceKeeping } from './TraceKeeping';
import { TraceMeasured } from './TraceMeasured';
import type { TracePanelProps } from './tracePanelProps';
import { fuseOnShow, sideNames, standsWrong } from './tracePanelProps';
import { TraceVerdictPart } from './TraceVerdictPart';
import { useExpected } from './useExpected';
import { traceLayers, tracePairs } from './useTraces';

/** Current over time: recordings of the vehicle, and a simulated recorder to try things on. */
export function TracePanel(props: TracePanelProps) {
  const { circuit, job, layer, onLayer, onFuse, fuse } = props;
  const fuses = fusesOf(circuit);
  const part = fuseOnShow(fuses, fuse);
  const field = useId();
  const expected = useExpected(circuit, job.state, part?.id);
  return (
    <section aria-label="Traces" className="py-4">
      <h2 className="text-2xl font-semibold">Current over time</h2>
      <div className="my-3 overflow-x-auto">
        <Segments
          label=""
          name="Recordings or recorder"
          chosen={layer}
          positions={traceLayers}
          disabled={false}
          onChoose={(id) => onLayer(id === 'recorder' ? 'recorder' : 'recordings')}
        />
      </div>
      {/* While the recorder runs, its keys stand where the thumb is. */}
      {!(layer === 'recorder' && props.recorder.state.status === 'running') && (
        <>
          <p className="mb-3 flex items-center gap-2">
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
          </p>
          {part !== undefined && expected !== null && (
            <Expected amps={expected} why={standsWrong(job.state, part, expected)} />
          )}
        </>
      )}
      {layer === 'recorder' && part !== undefined ? (
        <RecorderPanel key={part.id} {...props} {...{ part, expected }} />
      ) : (
        <Recordings {...props} {...{ part, expected }} />
      )}
    </section>
  );
}

/** What would flow there now; and what to do first where no recording can be held against it. */
function Expected({ amps, why }: { readonly amps: number; readonly why: string | null }) {
  if (why !== null) return <p className="text-clash mb-3">{why}</p>;
  return (
    <p className="mb-3">
      As the vehicle stands, a healthy circuit draws{' '}
      <span className="font-mono">{formatQuantity(amps, 'A')}</span> there.
    </p>
  );
}

/** Recordings taken in, measured, held against the fuse, their kind told and entered as evidence. */
function Recordings(
  props: TracePanelProps & {
    readonly part: ReturnType<typeof fuseOnShow>;
    readonly expected: number | null;
  },
) {
  const { states, pair, side, onSide, part, expected } = props;
  const state = states[side];
  return (
    <>
      <p className="text-dim mb-3">
        Clamp on the wire of one fuse, recorded from before switching on. What is read here is kept with the
        job.
      </p>
      <div className="mb-3 flex flex-wrap gap-3">
        <Segments
          label=""
          name="What is laid over what"
          chosen={pair.id}
          positions={tracePairs}
          disabled={false}
          onChoose={(id) => onSide(tracePairs.find((each) => each.id === id)?.sides[0] ?? 'before')}
        />
        <Segments
          label=""
          name="Which recording"
          chosen={side}
          positions={pair.sides.map((id) => ({ id, name: sideNames[id] }))}
          disabled={false}
          onChoose={(id) => onSide(traceSides.find((each) => each === id) ?? 'before')}
        />
      </div>
      <TakeFile {...props} />
      {state.status === 'read' && part !== undefined && (
        <>
          <TraceVerdictPart
            key={`${side} ${state.name} ${part.id}`}
            {...props}
            {...{ part, expected }}
            {...state}
          />
          <TraceKeeping state={state} onKeep={props.onKeep} />
          <TraceMeasured state={state} />
        </>
      )}
      <KeptTraces {...props} />
    </>
  );
}

/** Where a file is dropped or picked; its progress, and why it was refused. */
function TakeFile({ states, side, onFile, onCancel }: TracePanelProps) {
  const state = states[side];
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
        accept=".csv,.txt,.tsv,.trace,text/csv,text/plain"
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
