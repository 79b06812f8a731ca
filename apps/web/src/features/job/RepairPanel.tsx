import type { Circuit, LedgerReading, ProofPair } from '@grim-lantern/core';
import {
  instruction,
  readingWords,
  rootCauseWords,
  stateWords,
  stillApart,
  suspectName,
  watchWords,
  midSentence,
} from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Closing, Reopen } from './Closing';
import { CustomerPanel } from './CustomerPanel';
import { JobPhotos } from '../photos/JobPhotos';
import { PutBack } from './PutBack';
import { ReadInState } from './ReadInState';
import { useOpenJob, useWorkbench } from './openJob';
import { useRecording } from '../entry/recording';

/** From the customer's word to the proof: cause, repair, the same measurement again, and the end of the job. */
export function RepairPanel() {
  const { circuit, diagnosis } = useOpenJob();
  const { draft } = useWorkbench();
  const { job, dossier } = diagnosis;
  const pairs = dossier.proof.pairs;
  const apart = stillApart(circuit, job);
  const customer = <CustomerPanel job={job} draft={draft} />;
  const pressing = job.stage === 'waiting for the customer' || draft.text !== '';
  return (
    <section aria-label="Repair and proof" className="py-2">
      {pressing && customer}
      {job.cause === null ? (
        <p className="text-dim border-line border-b py-4">
          No cause recorded yet: the search goes on under Next.
        </p>
      ) : (
        <Cause />
      )}
      {job.cause !== null && job.repair === null && job.closed === null && (
        <RepairForm key={job.cause.suspect} steps={dossier.steps} />
      )}
      {job.repair !== null && <RepairDone steps={job.repair.steps} text={job.repair.text} />}
      {job.repair !== null && job.closed === null && <PutBack items={apart} />}
      {job.repair !== null && (
        <Proof
          circuit={circuit}
          pairs={pairs}
          wanted={job.closed === null ? dossier.proof.wanted : []}
          beside={job.closed === null ? dossier.proof.beside : null}
          comesAndGoes={job.comesAndGoes}
          state={job.state}
        />
      )}
      <JobPhotos circuit={circuit} />
      {!pressing && (job.closed === null || job.customer.length > 0) && customer}
      <Closing job={job} proven={pairs.some(({ proves }) => proves)} apart={apart.length} />
    </section>
  );
}

function Cause() {
  const {
    circuit,
    diagnosis: { job },
  } = useOpenJob();
  if (job.cause === null) return null;
  const { suspect, text, root } = job.cause;
  return (
    <section aria-label="Cause" className="border-agree my-4 border-l-4 py-1 pl-4">
      <h2 className="text-2xl font-semibold">Cause: {suspectName(circuit, suspect)}</h2>
      <p className="mt-1 whitespace-pre-wrap">{text}</p>
      {root !== '' && <p className="text-dim">Why it failed: {rootCauseWords(root)}</p>}
      <Reopen />
    </section>
  );
}

function RepairForm({ steps }: { steps: readonly string[] }) {
  const record = useRecording();
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  const [text, setText] = useState('');
  const field = useId();
  const toggle = (step: string) => {
    const next = new Set(done);
    if (!next.delete(step)) next.add(step);
    setDone(next);
  };
  return (
    <form
      aria-label="Repair"
      className="border-line border-b py-4"
      onSubmit={(event) => {
        event.preventDefault();
        record?.({ type: 'repair-done', steps: steps.filter((step) => done.has(step)), text: text.trim() });
      }}
    >
      <h2 className="text-xl font-semibold">Repair</h2>
      <p className="text-dim text-[15px]">The maker’s procedure comes first. Tick what was done.</p>
      <ul>
        {steps.map((step) => (
          <li key={step}>
            <label className="flex min-h-11 items-center gap-3 py-1">
              <input
                type="checkbox"
                className="accent-ink h-6 w-6 shrink-0"
                checked={done.has(step)}
                onChange={() => toggle(step)}
              />
              {step}
            </label>
          </li>
        ))}
      </ul>
      <label htmlFor={field} className="text-dim text-[15px]">
        What else was done, and with what
      </label>
      <input
        id={field}
        className="field"
        maxLength={1000}
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      <button
        type="submit"
        className="key key-chosen mt-2"
        disabled={record === null || (done.size === 0 && text.trim() === '')}
      >
        Repaired
      </button>
    </form>
  );
}

function RepairDone({ steps, text }: { steps: readonly string[]; text: string }) {
  return (
    <section aria-label="Repaired" className="border-line border-b py-4">
      <h2 className="text-xl font-semibold">Repaired</h2>
      <ul className="list-disc pl-5">
        {steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ul>
      {text !== '' && <p>{text}</p>}
    </section>
  );
}

function Proof({
  circuit,
  pairs,
  wanted,
  beside,
  comesAndGoes,
  state,
}: {
  circuit: Circuit;
  pairs: readonly ProofPair[];
  wanted: readonly LedgerReading[];
  /** A number to take beside it, once it is proven. */
  beside: LedgerReading | null;
  comesAndGoes: boolean;
  state: LedgerReading['state'];
}) {
  const [picked, setPicked] = useState(0);
  const proven = pairs.some(({ proves }) => proves);
  const again = proven ? undefined : (wanted[picked] ?? wanted[0]);
  const watch = again === undefined ? null : watchWords(again, comesAndGoes);
  return (
    <section aria-label="Proof" className="border-line border-b py-4">
      <h2 className="text-xl font-semibold">Proof: the same measurement again</h2>
      {pairs.map(({ before, after, healthy, proves }) => (
        <dl key={after.id} className="border-line my-2 grid grid-cols-2 gap-x-4 border-t pt-2">
          <dt className="col-span-2">
            {instruction(circuit, after.test)}{' '}
            <span className="text-dim text-[14px]">{stateWords(circuit, after.state)}</span>
          </dt>
          <dd>
            <span className="text-dim block text-[14px]">Before</span>
            <span className="font-mono text-2xl">{readingWords(before)}</span>
          </dd>
          <dd>
            <span className="text-dim block text-[14px]">After</span>
            <span className={`font-mono text-2xl ${healthy ? 'text-agree' : 'text-clash'}`}>
              {readingWords(after)}
            </span>
          </dd>
          <dd className={`col-span-2 ${proves ? 'text-agree' : healthy ? 'text-dim' : 'text-clash'}`}>
            {proves
              ? 'It showed the fault before, and is what a healthy circuit shows now.'
              : healthy
                ? 'It is what a healthy circuit shows, and was so before: it proves nothing.'
                : 'It is still not what a healthy circuit shows.'}
          </dd>
        </dl>
      ))}
      {!proven && wanted.length === 0 && (
        <p className="text-dim">
          No reading has shown the fault, so none can prove the repair. Close the job unproven, and say why.
        </p>
      )}
      {again !== undefined && (
        <article
          data-testid="proof"
          data-instrument={again.test.instrument}
          data-at={again.test.at}
          data-state={JSON.stringify(again.state)}
        >
          <h3 className="mt-2 text-[22px] leading-tight font-semibold">{instruction(circuit, again.test)}</h3>
          <p className="text-dim mb-2">
            In the same state: {stateWords(circuit, again.state)}. It was: {midSentence(readingWords(again))}.
          </p>
          {watch !== null && <p className="mb-2 font-medium">{watch}</p>}
          <ReadInState
            key={again.id}
            {...{ circuit }}
            test={again.test}
            state={again.state}
            present={state}
          />
          {wanted.length > 1 && (
            <button
              type="button"
              className="key border-line mt-2"
              onClick={() => setPicked((picked + 1) % wanted.length)}
            >
              Another of the readings
            </button>
          )}
        </article>
      )}
      {proven && beside !== null && (
        <details className="border-line border-t">
          <summary className="min-h-11 cursor-pointer py-2 underline">
            A number beside it: {midSentence(instruction(circuit, beside.test))} (it was{' '}
            {readingWords(beside)})
          </summary>
          <p className="text-dim mb-2">In the same state: {stateWords(circuit, beside.state)}.</p>
          <ReadInState
            key={beside.id}
            {...{ circuit }}
            test={beside.test}
            state={beside.state}
            present={state}
          />
        </details>
      )}
    </section>
  );
}
