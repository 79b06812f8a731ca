import type { Circuit, JobFact } from '@grim-lantern/core';
import { NOTHING_WRONG, percent, suspectName } from '@grim-lantern/core';
import { useId, useState } from 'react';
import type { Diagnosis } from '../worker/useDiagnosis';

interface CausePanelProps {
  readonly circuit: Circuit;
  readonly diagnosis: Diagnosis;
  readonly record: ((fact: JobFact) => string) | null;
}

/** Stands above Next once one suspect stands alone, and once the cause is recorded. */
export function CausePanel({ circuit, diagnosis, record }: CausePanelProps) {
  const { job, assessment } = diagnosis;
  if (job.cause !== null) {
    return (
      <section aria-label="Cause" className="border-agree mb-4 border-l-4 py-1 pl-4">
        <h2 className="text-2xl font-semibold">Cause: {suspectName(circuit, job.cause.suspect)}</h2>
        <p className="my-2 whitespace-pre-wrap">{job.cause.text}</p>
        <button
          type="button"
          className="key border-line"
          disabled={record === null}
          onClick={() => record?.({ type: 'job-reopened' })}
        >
          Reopen the search
        </button>
      </section>
    );
  }
  const { isolated, suspicion } = assessment;
  if (isolated === null) return null;
  const top = suspicion.suspects[0];
  const kind = top?.kinds[0]?.name ?? '';
  const section = circuit.sections.find(({ id }) => id === isolated);
  if (isolated === NOTHING_WRONG) {
    return (
      <section aria-label="Found" className="border-ink mb-4 border-l-4 py-1 pl-4">
        <h2 className="text-2xl font-semibold">Nothing wrong here now</h2>
        <p className="mt-1">
          Every reading fits a healthy circuit. The fault is away at the moment, or elsewhere.
        </p>
      </section>
    );
  }
  return (
    <section aria-label="Found" className="border-ink mb-4 border-l-4 py-1 pl-4" data-suspect={isolated}>
      <p className="text-dim">One suspect stands alone</p>
      <h2 className="text-2xl font-semibold">
        {suspectName(circuit, isolated)}{' '}
        <span className="text-glow font-mono text-xl">{percent(top?.probability ?? 0)}</span>
      </h2>
      <p className="mt-1">
        {kind[0]?.toUpperCase()}
        {kind.slice(1)}
        {section === undefined
          ? '. Prove it before you replace it: then record the cause.'
          : `, ${section.colour} wire. See it before you cut: then record the cause.`}
      </p>
      <CauseForm key={isolated} suspect={isolated} kind={kind} record={record} />
    </section>
  );
}

function CauseForm({
  suspect,
  kind,
  record,
}: {
  suspect: string;
  kind: string;
  record: ((fact: JobFact) => string) | null;
}) {
  const [text, setText] = useState('');
  const field = useId();
  return (
    <form
      className="mt-3 flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        record?.({ type: 'cause-found', suspect, text: text.trim() === '' ? kind : text.trim() });
      }}
    >
      <label htmlFor={field} className="text-dim text-[15px]">
        What was found there, and why it failed
      </label>
      <input
        id={field}
        className="field"
        value={text}
        maxLength={4000}
        placeholder="rubbed through at the grommet"
        onChange={({ target }) => setText(target.value)}
      />
      <button type="submit" className="key key-chosen self-start" disabled={record === null}>
        Record the cause
      </button>
    </form>
  );
}
