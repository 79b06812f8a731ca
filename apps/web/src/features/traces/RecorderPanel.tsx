import { RecordingContext } from '../entry/recording';
import type { FusePart, LiveChoice } from '@grim-lantern/core';
import { useEffect, useId, useState } from 'react';
import { Segments } from '../../ui/Segments';
import { askCore } from '../../session/coreClient';
import { HoldKeys } from './HoldKeys';
import { TraceMeasured } from './TraceMeasured';
import type { TracePanelProps } from './tracePanelProps';
import { TraceVerdictPart } from './TraceVerdictPart';

const lengths = [20, 60, 300].map((seconds) => ({ id: String(seconds), name: `${seconds} s` }));
const speeds = [1, 5, 20].map((times) => ({ id: String(times), name: `${times} ×` }));
/** What is always to be chosen, before what the circuit can have. */
const always: readonly LiveChoice[] = [
  { id: 'hidden', name: 'Hidden, drawn at random', mayComeAndGo: false },
  { id: 'nothing', name: 'Nothing', mayComeAndGo: false },
];

/** A recorder on the circuit itself: what is wrong is chosen or hidden, and places are moved while it runs. */
export function RecorderPanel(
  props: TracePanelProps & { readonly part: FusePart; readonly expected: number | null },
) {
  const { circuit, job, part, expected, recorder } = props;
  const { state, onStart } = recorder;
  const [choice, setChoice] = useState('hidden');
  const [comesAndGoes, setComesAndGoes] = useState(false);
  const [seconds, setSeconds] = useState('60');
  const [speed, setSpeed] = useState('1');
  const choices = useChoices(props, part.id);
  const field = useId();
  const chosen = choices?.find(({ id }) => id === choice);
  if (state.status === 'running') {
    return <Running seconds={state.seconds} {...props} />;
  }
  return (
    <>
      <p className="text-dim mb-3">
        Simulated: the clamp reads the circuit as it stands in the strip above, not the vehicle. Nothing of it
        is entered in the job or kept with it.
      </p>
      <div className="flex flex-col gap-3">
        <p>
          <label htmlFor={field} className="text-dim block text-[15px]">
            What is wrong
          </label>
          <select
            id={field}
            className="field"
            value={choice}
            onChange={({ target }) => setChoice(target.value)}
          >
            {[...always, ...(choices ?? [])].map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </p>
        {chosen?.mayComeAndGo === true && (
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="h-6 w-6"
              checked={comesAndGoes}
              onChange={({ target }) => setComesAndGoes(target.checked)}
            />
            It comes and goes
          </label>
        )}
        <div className="flex flex-wrap gap-3">
          <Segments
            label="For"
            name="Length"
            chosen={seconds}
            positions={lengths}
            disabled={false}
            onChoose={setSeconds}
          />
          <Segments
            label="At"
            name="Speed"
            chosen={speed}
            positions={speeds}
            disabled={false}
            onChoose={setSpeed}
          />
        </div>
      </div>
      <p className="my-3">
        <button
          type="button"
          className="key key-chosen"
          onClick={() =>
            onStart({
              circuit,
              state: job.state,
              fuse: part.id,
              choice,
              comesAndGoes,
              seconds: Number(seconds),
              speed: Number(speed),
              seed: Math.floor(Math.random() * 2 ** 31),
            })
          }
        >
          Record
        </button>
      </p>
      {state.status === 'failed' && (
        <p role="alert" className="text-clash">
          It could not be recorded. {state.why}
        </p>
      )}
      {state.status === 'done' && (
        <>
          {/* What is only simulated is never entered. */}
          <RecordingContext value={null}>
            <TraceVerdictPart
              key={state.seed}
              {...{ circuit, job, part, expected }}
              remote={state.remote}
              report={state.report}
              name="simulated"
            />
          </RecordingContext>
          <Truth truth={state.truth} />
          <TraceMeasured state={{ name: 'Simulated', report: state.report }} />
        </>
      )}
    </>
  );
}

function Running({ seconds, circuit, recorder }: TracePanelProps & { readonly seconds: number }) {
  return (
    <>
      <p className="mb-3 flex items-center gap-3">
        <button type="button" className="key key-chosen" onClick={recorder.onStop}>
          Stop
        </button>
        <span className="font-mono">{seconds.toFixed(1)} s</span>
      </p>
      <HoldKeys {...{ circuit, recorder }} />
    </>
  );
}

/** What it was, when it is asked for. */
function Truth({ truth }: { readonly truth: string }) {
  const [shown, setShown] = useState(false);
  return (
    <p className="mb-4 min-h-11">
      {shown ? (
        <>
          <span className="text-dim">It was:</span> {truth}
        </>
      ) : (
        <button type="button" className="key border-line" onClick={() => setShown(true)}>
          Show what it was
        </button>
      )}
    </p>
  );
}

/** What could be wrong so that this fuse's current shows it; null while it is worked out. */
function useChoices({ circuit, job }: TracePanelProps, fuse: string): readonly LiveChoice[] | null {
  const [choices, setChoices] = useState<readonly LiveChoice[] | null>(null);
  const { state } = job;
  useEffect(() => {
    let current = true;
    askCore((core) => core.liveChoices(circuit, state, fuse)).then(
      (found) => {
        if (current) setChoices(found);
      },
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [circuit, state, fuse]);
  return choices;
}
