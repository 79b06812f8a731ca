import { useId, useState } from 'react';
import type { Diagnosis } from '../../session/useDiagnosis';
import { useRecording } from '../entry/recording';

/** The end of a job: proven, or for a reason without that; once it has ended, how. */
export function Closing({
  job,
  proven,
  apart,
}: {
  readonly job: Diagnosis['job'];
  readonly proven: boolean;
  /** How many things are still to be put back. */
  readonly apart: number;
}) {
  const record = useRecording();
  if (job.closed !== null) {
    return (
      <section aria-label="Closed" className="py-4">
        <h2 className={`text-2xl font-semibold ${job.closed.proven ? 'text-agree' : ''}`}>
          {job.closed.proven ? 'Proven and closed' : 'Closed unproven'}
        </h2>
        <p>{job.closed.why}</p>
        {job.cause === null && <Reopen />}
      </section>
    );
  }
  return (
    <section aria-label="Close the job" className="py-4">
      {proven ? (
        <>
          <button
            type="button"
            className="key key-chosen"
            disabled={record === null || apart > 0}
            onClick={() => record?.({ type: 'job-closed', proven: true, why: '' })}
          >
            Close as proven
          </button>
          {apart > 0 && (
            <p className="text-dim mt-1 text-[15px]">Put back first, above: {apart} still to be done.</p>
          )}
        </>
      ) : (
        <CloseUnproven suggested="" />
      )}
    </section>
  );
}

/** Ends a job without proof, for a reason. */
export function CloseUnproven({
  suggested,
}: {
  /** The reason as far as it is known; the technician's own words take its place. */
  readonly suggested: string;
}) {
  const record = useRecording();
  const [typed, setTyped] = useState<string | null>(null);
  const why = typed ?? suggested;
  const field = useId();
  return (
    <>
      <label htmlFor={field} className="text-dim text-[15px]">
        Close it unproven: why
      </label>
      <div className="mt-1 flex items-start gap-2">
        <textarea
          id={field}
          className="field"
          rows={Math.max(1, Math.ceil(why.length / 44))}
          maxLength={1000}
          placeholder="what was tried, and what the customer was told"
          value={why}
          onChange={({ target }) => setTyped(target.value)}
        />
        <button
          type="button"
          className="key shrink-0"
          disabled={record === null || why.trim() === ''}
          onClick={() => record?.({ type: 'job-closed', proven: false, why: why.trim() })}
        >
          Close
        </button>
      </div>
    </>
  );
}

/** Takes up a closed job again. */
export function Reopen() {
  const record = useRecording();
  return (
    <button
      type="button"
      className="key border-line mt-2"
      disabled={record === null}
      onClick={() => record?.({ type: 'job-reopened' })}
    >
      Reopen the search
    </button>
  );
}
