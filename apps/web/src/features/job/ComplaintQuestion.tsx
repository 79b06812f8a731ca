import type { Circuit, InstrumentId, JobState } from '@grim-lantern/core';
import { instrumentById, partById, watchedLoadName } from '@grim-lantern/core';
import { useState } from 'react';
import { FuseComplaint } from './FuseComplaint';
import { ReadingEntry } from '../entry/ReadingEntry';
import { Segments } from '../../ui/Segments';
import { useRecording } from '../entry/recording';

/** What a vehicle is brought in for: what is asked of it, and which of the outcomes says it. */
const troubles = [
  { id: 'fuse', name: 'A fuse blows', instrument: 'fresh-fuse', outcome: null },
  { id: 'dead', name: 'Something is dead', instrument: 'load', outcome: 'dead' },
  { id: 'weak', name: 'Something is weak', instrument: 'load', outcome: 'weak' },
  { id: 'flickers', name: 'Something flickers or buzzes', instrument: 'load', outcome: 'flickers' },
  { id: 'itself', name: 'Something runs by itself', instrument: 'load', outcome: 'works' },
  { id: 'drain', name: 'The battery goes flat', instrument: 'clamp-amps', outcome: null },
] as const satisfies readonly {
  id: string;
  name: string;
  instrument: InstrumentId;
  outcome: string | null;
}[];
type Trouble = (typeof troubles)[number];

interface ComplaintQuestionProps {
  readonly circuit: Circuit;
  readonly job: JobState;
  readonly onSkip: () => void;
}

/**
 * What comes before any measurement: what it does, which one, and with what on. What the complaint says is evidence, and
 * what works clears all that it shares with what does not.
 */
export function ComplaintQuestion({ circuit, job, onSkip }: ComplaintQuestionProps) {
  const record = useRecording();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [told, setTold] = useState<readonly string[]>([]);
  const answer = (at: string, outcome: string, typed: string) => {
    if (trouble === null) return;
    setTold([...told, at]);
    record?.({
      type: 'reading-taken',
      test: { instrument: trouble.instrument, at },
      state: job.state,
      value: { kind: 'outcome', outcome },
      typed,
      told: true,
    });
  };
  return (
    <section
      aria-label="What does it do?"
      className="flex flex-col gap-3 py-2"
      data-testid="complaint-question"
    >
      <span className="text-dim">First</span>
      <h2 className="text-[26px] leading-tight font-semibold">What does it do?</h2>
      <div className="grid grid-cols-2 gap-2">
        {troubles.map((each) => (
          <button
            key={each.id}
            type="button"
            aria-pressed={trouble?.id === each.id}
            disabled={record === null}
            className={`min-h-14 border px-3 py-2 text-left text-lg font-medium ${trouble?.id === each.id ? 'bg-ink text-ground border-ink' : 'border-line bg-raised hover:border-ink'}`}
            onClick={() => setTrouble(each)}
          >
            {each.name}
          </button>
        ))}
      </div>
      {trouble !== null && (
        <>
          <WithWhatOn circuit={circuit} job={job} />
          <Which {...{ circuit, job, trouble, told, onSkip }} onAnswer={answer} />
        </>
      )}
      <button type="button" className="key self-start" onClick={onSkip}>
        {told.length > 0 ? 'Done: what to measure' : 'Skip: measure at once'}
      </button>
    </section>
  );
}

/** The controls as they stood when it happened. */
function WithWhatOn({ circuit, job }: Omit<ComplaintQuestionProps, 'onSkip'>) {
  const record = useRecording();
  if (circuit.controls.length === 0) return null;
  return (
    <div className="flex flex-col gap-2">
      <h3 className="text-xl font-semibold">With what on?</h3>
      {circuit.controls.map(({ id, name, positions }) => (
        <Segments
          key={id}
          label={name}
          chosen={job.state.controls[id] ?? ''}
          positions={positions}
          disabled={record === null}
          onChoose={(position) =>
            record?.({
              type: 'state-set',
              state: { ...job.state, controls: { ...job.state.controls, [id]: position } },
            })
          }
        />
      ))}
    </div>
  );
}

function Which({
  circuit,
  job,
  trouble,
  told,
  onAnswer,
  onSkip,
}: ComplaintQuestionProps & {
  trouble: Trouble;
  told: readonly string[];
  onAnswer: (at: string, outcome: string, typed: string) => void;
}) {
  const record = useRecording();
  const [picked, setFuse] = useState<string | null>(null);
  const instrument = instrumentById(trouble.instrument);
  const targets = instrument.targets(circuit).filter((at) => told.includes(at) === false);
  // Where there is one fuse only, it is that one.
  const fuse = picked ?? (targets.length === 1 ? targets[0]! : null);
  const heading = 'text-xl font-semibold';
  if (trouble.id === 'drain') {
    const battery = targets.find((at) => partById(circuit, at).kind === 'battery');
    if (battery === undefined) return null;
    const test = { instrument: trouble.instrument, at: battery };
    return (
      <>
        <h3 className={heading}>How much, at rest?</h3>
        <ReadingEntry
          circuit={circuit}
          test={test}
          outcomes={[]}
          disabled={record === null}
          onHold={() => undefined}
          onRead={(entered) => record?.({ type: 'reading-taken', test, state: job.state, ...entered })}
        />
      </>
    );
  }
  if (trouble.id === 'fuse' && fuse !== null) {
    return (
      <>
        <h3 className={heading}>How did {partById(circuit, fuse).name} blow?</h3>
        {/* What blew is what it was brought for: with that the search begins. */}
        <FuseComplaint {...{ circuit, job, fuse }} onTold={onSkip} />
      </>
    );
  }
  if (targets.length === 0) return <p className="text-dim">All are told.</p>;
  return (
    <>
      <h3 className={heading}>Which one?</h3>
      <div className="grid grid-cols-2 gap-2">
        {targets.map((at) => (
          <button
            key={at}
            type="button"
            className="border-line bg-raised hover:border-ink min-h-14 border px-3 py-2 text-left text-lg font-medium"
            disabled={record === null}
            onClick={() =>
              trouble.id === 'fuse' ? setFuse(at) : onAnswer(at, trouble.outcome ?? '', trouble.name)
            }
          >
            {trouble.id === 'fuse' ? partById(circuit, at).name : watchedLoadName(circuit, at)}
          </button>
        ))}
      </div>
    </>
  );
}
