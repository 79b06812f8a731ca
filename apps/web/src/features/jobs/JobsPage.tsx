import { trained } from '@grim-lantern/contract';
import type { JobFilter, JobOrder, Role } from '@grim-lantern/contract';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { request, whyNot } from '../../data/request';
import { useOwnEntries } from '../frame/useOwnEntries';
import { jobPath } from '../frame/jobViews';
import { useOffered } from '../palette/offered';
import { TextField } from '../../ui/TextField';
import { TopBar } from '../frame/TopBar';
import { Segments } from '../../ui/Segments';
import { signedIn } from '../../data/access';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { useAppSelector } from '../../data/store';
import { useRehearsal } from '../../session/useRehearsal';
import { JobLine } from './JobLine';
import { NewJob } from './NewJob';
import { TakeIn } from './TakeIn';
import type { JobList, JobListQuery } from './useJobList';
import { useJobList } from './useJobList';

const everything: JobListQuery = { show: 'all', order: 'opened', search: '', mine: false };

const newJob = { id: 'new', name: 'New job', key: 'N' } as const;

/** The day's work: what is open, where each job stands, what still glows. */
export function JobsPage() {
  const workshop = useAppSelector((state) => state.workshop);
  const [opening, setOpening] = useState(false);
  const [query, setQuery] = useState(everything);
  const list = useJobList(query);
  useFreshWorkshop();
  useRehearsal();
  useOffered(useMemo(() => ({ title: 'Here', items: [{ ...newJob, act: () => setOpening(true) }] }), []));
  return (
    <div className="flex min-h-full flex-col">
      <TopBar>
        <span className="text-dim">{workshop.status === 'ready' ? workshop.workshop.name : ''}</span>
      </TopBar>
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
        <Filters query={query} onChange={setQuery} />
        <Lines list={list} query={query} />
      </main>
      {opening && workshop.status === 'ready' && (
        <NewJob workshop={workshop.workshop} onClose={() => setOpening(false)} />
      )}
    </div>
  );
}

const filterWords: readonly { readonly id: JobFilter; readonly name: string }[] = [
  { id: 'all', name: 'All' },
  { id: 'open', name: 'Open' },
  { id: 'waiting', name: 'Waiting' },
  { id: 'closed', name: 'Closed' },
  { id: 'archived', name: 'Archived' },
];
const orderWords: readonly { readonly id: JobOrder; readonly name: string }[] = [
  { id: 'opened', name: 'Newest first' },
  { id: 'worked on', name: 'Last worked on' },
];

function Filters({
  query,
  onChange,
}: {
  readonly query: JobListQuery;
  readonly onChange: (query: JobListQuery) => void;
}) {
  return (
    <div className="mb-4 flex flex-wrap items-end gap-x-4 gap-y-2">
      <div className="min-w-52 grow">
        <TextField
          label="Search jobs by words, vehicle or plate"
          text={query.search}
          onType={(search) => onChange({ ...query, search })}
          maxLength={120}
        />
      </div>
      <Segments
        label="Show"
        chosen={query.show}
        positions={filterWords}
        disabled={false}
        onChoose={(id) => onChange({ ...query, show: filterWords.find((each) => each.id === id)!.id })}
      />
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-6"
          checked={query.mine}
          onChange={({ target }) => onChange({ ...query, mine: target.checked })}
        />
        Mine
      </label>
      <select
        aria-label="Order"
        className="field w-auto"
        value={query.order}
        onChange={({ target }) =>
          onChange({ ...query, order: orderWords.find((each) => each.id === target.value)!.id })
        }
      >
        {orderWords.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </div>
  );
}

function Lines({ list, query }: { readonly list: JobList; readonly query: JobListQuery }) {
  const role = useAppSelector(signedIn)?.role;
  const mayArchive = role !== undefined && (trained as readonly Role[]).includes(role);
  const [problem, setProblem] = useState<string | null>(null);
  const archive = async (id: string, archived: boolean) => {
    const answer = await request('archiveJob', { params: { jobId: id }, body: { archived } });
    setProblem(answer.status === 'done' ? null : whyNot(answer));
    list.reload();
  };
  const { jobs, why, more, reload } = list;
  const opened = useOwnEntries().waiting.flatMap(({ opens }) => opens ?? []);
  const narrowed = query.search !== '' || query.mine || query.show !== 'all';
  return (
    <>
      {(why ?? problem) !== null && (
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <p role="alert" className="text-clash text-lg">
            {why ?? problem}
          </p>
          <button type="button" className="key" onClick={reload}>
            Try again
          </button>
        </div>
      )}
      {jobs === null && why === null && <p className="text-dim text-lg">Fetching the jobs …</p>}
      {opened.length > 0 && (
        <ul aria-label="Opened on this device" className="border-line mb-4 border-t">
          {opened.map(({ id, title }) => (
            <li key={id} className="border-line flex flex-wrap items-baseline gap-x-3 border-b py-3">
              <Link to={jobPath(id)} className="text-xl font-semibold">
                {title}
              </Link>
              <span className="text-dim">opened on this device, not sent yet</span>
            </li>
          ))}
        </ul>
      )}
      {jobs?.length === 0 && (
        <p className="text-dim text-lg">
          {narrowed ? 'No job is like that.' : 'No jobs yet. Press N to open the first.'}
        </p>
      )}
      {jobs !== null && jobs.length > 0 && (
        <ul aria-label="Jobs" className="border-line border-t">
          {jobs.map((job) => (
            <JobLine
              key={job.id}
              job={job}
              onArchive={mayArchive ? () => void archive(job.id, !job.archived) : null}
            />
          ))}
        </ul>
      )}
      {more !== null && (
        <button type="button" className="key border-line mt-4" onClick={more}>
          More jobs
        </button>
      )}
    </>
  );
}
