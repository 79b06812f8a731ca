import { minutes, percent, readingCount, suspectName } from '@grim-lantern/core';
import type { JobStage } from '@grim-lantern/core';
import type { JobSummary } from '@grim-lantern/contract';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Notices } from '../app/Notices';
import { TopBar } from '../app/TopBar';
import { useJobEvents, useJobFacts } from '../job/useJob';
import type { JobFacts } from '../store/jobs';
import { useFreshWorkshop } from '../store/useFreshWorkshop';
import { currentCircuits, loadWorkshop } from '../store/workshop';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useDiagnosis } from '../worker/useDiagnosis';
import { NewJob } from './NewJob';
import { TakeIn } from './TakeIn';

/** The day's work: what is open, where each job stands, what still glows. */
export function JobsPage() {
  const dispatch = useAppDispatch();
  const workshop = useAppSelector((state) => state.workshop);
  const [opening, setOpening] = useState(false);
  useFreshWorkshop();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && event.target.closest('input, textarea, select') !== null;
      if (event.key.toLowerCase() === 'n' && !typing && !event.ctrlKey && !event.metaKey && !event.altKey) {
        event.preventDefault();
        setOpening(true);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <div className="flex min-h-full flex-col">
      <TopBar>
        <span className="text-dim">{workshop.status === 'ready' ? workshop.workshop.name : ''}</span>
      </TopBar>
      <Notices />
      <main className="mx-auto w-full max-w-[1180px] grow px-4 py-6 lg:px-5">
        <div className="mb-4 flex items-center justify-between gap-4">
          <h1 className="text-3xl font-semibold">Jobs</h1>
          <span className="flex gap-2">
            <TakeIn />
            <button
              type="button"
              className="key key-chosen"
              disabled={workshop.status !== 'ready'}
              onClick={() => setOpening(true)}
            >
              New job <kbd className="ml-2 font-mono text-[13px] opacity-70">N</kbd>
            </button>
          </span>
        </div>
        {workshop.status === 'loading' && <p className="text-dim text-lg">Fetching the jobs …</p>}
        {workshop.status === 'failed' && (
          <>
            <p className="mb-4 text-lg">{workshop.why}</p>
            <button type="button" className="key" onClick={() => void dispatch(loadWorkshop())}>
              Try again
            </button>
          </>
        )}
        {workshop.status === 'ready' && workshop.jobs.length === 0 && (
          <p className="text-dim text-lg">No jobs yet. Press N to open the first.</p>
        )}
        {workshop.status === 'ready' && (
          <ul aria-label="Jobs" className="border-line border-t">
            {workshop.jobs.map((job) => (
              <JobLine key={job.id} summary={job} />
            ))}
          </ul>
        )}
      </main>
      {opening && workshop.status === 'ready' && (
        <NewJob circuits={currentCircuits(workshop.workshop)} onClose={() => setOpening(false)} />
      )}
    </div>
  );
}

function JobLine({ summary }: { summary: JobSummary }) {
  const facts = useJobFacts(summary.id);
  return (
    <li className="border-line border-b">
      <Link
        to={`/jobs/${summary.id}`}
        className="hover:bg-raised grid items-center gap-x-6 gap-y-1 py-3 md:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_90px]"
      >
        <span className="min-w-0">
          <span className="block truncate text-xl font-semibold">{summary.title}</span>
          <span className="text-dim block truncate">
            {summary.vehicle.name}, {summary.vehicle.service}
          </span>
        </span>
        {facts.status === 'ready' ? (
          <Standing jobId={summary.id} facts={facts} />
        ) : (
          <span className="text-dim">{facts.status === 'failed' ? facts.why : '…'}</span>
        )}
      </Link>
    </li>
  );
}

/** Where a job stands, and what still glows in it: three suspects at most. */
function Standing({ jobId, facts }: { jobId: string; facts: Extract<JobFacts, { status: 'ready' }> }) {
  const events = useJobEvents(jobId);
  const work = useDiagnosis(facts.summary.circuitId, facts.circuit, events, 'assess');
  if (work.status === 'working') return <span className="text-dim">Working out the suspects …</span>;
  if (work.status === 'failed')
    return <span className="text-clash">Could not be worked out. {work.why}</span>;
  const { job, assessment } = work.diagnosis;
  if (job.cause !== null || job.closed !== null) {
    return (
      <>
        <span>
          <span className={job.stage === 'closed unproven' ? '' : 'text-agree'}>{stageWords[job.stage]}</span>
          {job.cause !== null && <>: {suspectName(facts.circuit, job.cause.suspect)}</>}
          {job.closed !== null && job.closed.why !== '' && (
            <span className="text-dim block">{job.closed.why}</span>
          )}
        </span>
        <Spent value={job.minutes} />
      </>
    );
  }
  return (
    <>
      <span className="flex min-w-0 flex-col">
        <span className="text-dim">
          {job.stage === 'waiting for the customer' ? (
            <span className="text-clash">{stageWords[job.stage]}</span>
          ) : assessment.isolated === null ? (
            stageWords[job.stage]
          ) : (
            'One suspect stands alone'
          )}
          , {readingCount(job)}
        </span>
        {assessment.suspicion.suspects.slice(0, 3).map(({ id, probability }) => (
          <span key={id} className="flex items-center gap-3">
            <span className="text-glow w-14 shrink-0 font-mono text-[14px]">{percent(probability)}</span>
            <span className="w-20 shrink-0" aria-hidden>
              <span
                className="bg-glow block h-[5px]"
                style={{ width: `${Math.max(2, probability * 80)}px` }}
              />
            </span>
            <span className="truncate">{suspectName(facts.circuit, id)}</span>
          </span>
        ))}
      </span>
      <Spent value={job.minutes} />
    </>
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

function Spent({ value }: { value: number }) {
  return <span className="text-dim font-mono text-[13px] md:text-right">{minutes(value)}</span>;
}
