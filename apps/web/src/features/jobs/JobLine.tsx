import { minutes, percent } from '@grim-lantern/core';
import type { JobStage } from '@grim-lantern/core';
import type { JobStanding, JobSummary } from '@grim-lantern/contract';
import { Link } from 'react-router';
import { jobPath } from '../frame/jobViews';

/** A job in the list: what it is about, where it stands, what still glows in it. */
export function JobLine({
  job,
  onArchive,
}: {
  readonly job: JobSummary;
  /** Null where the person may not. */
  readonly onArchive: (() => void) | null;
}) {
  const { id, title, vehicle, archived } = job;
  return (
    <li className="border-line flex items-stretch border-b">
      <Link
        to={jobPath(id)}
        className="hover:bg-raised grid min-w-0 grow items-center gap-x-6 gap-y-1 py-3 md:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_90px]"
      >
        <span className="min-w-0">
          <span className="block truncate text-xl font-semibold">{title}</span>
          <span className="text-dim block truncate">
            {vehicle.name}, {vehicle.service}
          </span>
        </span>
        <Standing job={job} />
        <span className="text-dim font-mono text-[13px] md:text-right">
          {job.standing === null ? '' : minutes(job.standing.minutes)}
        </span>
      </Link>
      {onArchive !== null && (
        // The same width on every line, so that the columns stay in line.
        <span
          className={`my-3 ml-3 shrink-0 lg:w-24 ${isEnded(job.stage) || archived ? '' : 'hidden lg:block'}`}
        >
          {(isEnded(job.stage) || archived) && (
            <button
              type="button"
              className="key border-line"
              aria-label={archived ? `Bring back ${title}` : `Archive ${title}`}
              onClick={onArchive}
            >
              {archived ? 'Bring back' : 'Archive'}
            </button>
          )}
        </span>
      )}
    </li>
  );
}

const isEnded = (stage: JobStage) => stage === 'proven' || stage === 'closed unproven';

/** Where a job stands, and what still glows in it: three suspects at most. */
function Standing({ job: { stage, standing } }: { readonly job: JobSummary }) {
  if (standing === null) {
    return <span className="text-dim">{stageWords[stage]}. Working out the suspects …</span>;
  }
  if (stage === 'searching' || stage === 'waiting for the customer') {
    return <Searching stage={stage} standing={standing} />;
  }
  return (
    <span>
      <span className={stage === 'closed unproven' ? '' : 'text-agree'}>{stageWords[stage]}</span>
      {standing.cause !== null && <>: {standing.cause}</>}
      {standing.closed !== '' && <span className="text-dim block">{standing.closed}</span>}
    </span>
  );
}

function Searching({ stage, standing }: { readonly stage: JobStage; readonly standing: JobStanding }) {
  const { alone, suspects, readings } = standing;
  return (
    <span className="flex min-w-0 flex-col">
      <span className="text-dim">
        {stage === 'waiting for the customer' ? (
          <span className="text-clash">{stageWords[stage]}</span>
        ) : alone ? (
          'One suspect stands alone'
        ) : (
          stageWords[stage]
        )}
        , {readings === 1 ? '1 reading' : `${readings} readings`}
      </span>
      {suspects.map(({ name, probability }) => (
        <span key={name} className="flex items-center gap-3">
          <span className="text-glow w-14 shrink-0 font-mono text-[14px]">{percent(probability)}</span>
          <span className="hidden w-20 shrink-0 sm:block" aria-hidden>
            <span className="bg-glow block h-[5px]" style={{ width: `${Math.max(2, probability * 80)}px` }} />
          </span>
          <span className="min-w-0 break-words">{name}</span>
        </span>
      ))}
    </span>
  );
}

const stageWords: Readonly<Record<JobStage, string>> = {
  searching: 'Searching',
  'waiting for the customer': 'Waiting for the customer',
  'cause found': 'Cause found',
  repaired: 'Repaired, to be proven',
  proven: 'Proven',
  'closed unproven': 'Closed unproven',
};
