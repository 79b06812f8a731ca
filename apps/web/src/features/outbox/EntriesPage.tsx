import type { JobEvent } from '@grim-lantern/core';
import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { TopBar } from '../frame/TopBar';
import { useJobFacts } from '../../data/useJob';
import { download } from '../../ui/download';
import type { Outgoing, Refused } from '../../data/outbox';
import { outboxSlice } from '../../data/outbox';
import { useAppDispatch } from '../../data/store';
import { entryWords } from './entryWords';
import { corrected, wordsOf } from './corrected';
import { useOwnEntries } from '../frame/useOwnEntries';
import { jobPath } from '../frame/jobViews';

/** What was entered on this device and is not stored: what waits, and what the server would not take. */
export default function EntriesPage() {
  const { waiting, refused, trouble, unkept } = useOwnEntries();
  const all = [...refused, ...waiting];
  const save = () => {
    const file = { format: 'grim-lantern/entries', version: 1, entries: all };
    const content = new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' });
    download('entries-not-stored.json', content);
  };
  return (
    <div className="flex min-h-full flex-col">
      <TopBar />
      <main className="mx-auto flex w-full max-w-[760px] flex-col gap-6 px-4 py-5">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-3xl font-semibold">Entries not stored</h1>
          {all.length > 0 && (
            <button type="button" className="key" onClick={save}>
              Download all
            </button>
          )}
        </div>
        {all.length === 0 && <p>Everything that was entered on this device is stored.</p>}
        {unkept !== null && all.length > 0 && (
          <p role="alert" className="text-clash">
            {unkept} Download the entries before you close this page.
          </p>
        )}
        {refused.length > 0 && (
          <section aria-labelledby="refused">
            <h2 id="refused" className="text-xl font-semibold">
              Refused
            </h2>
            <ul>
              {refused.map((each) => (
                <RefusedEntry key={each.event.id} refused={each} />
              ))}
            </ul>
          </section>
        )}
        {waiting.length > 0 && (
          <section aria-labelledby="waiting">
            <h2 id="waiting" className="text-xl font-semibold">
              On their way
            </h2>
            {trouble !== null && <p className="text-clash">{trouble}</p>}
            <ul>
              {waiting.map((each) => (
                <li key={each.event.id} className="border-line border-b py-2">
                  <EntryLine {...each} />
                </li>
              ))}
            </ul>
          </section>
        )}
      </main>
    </div>
  );
}

function EntryLine({ jobId, event }: Outgoing) {
  const facts = useJobFacts(jobId);
  const title = facts.status === 'ready' ? facts.summary.title : 'the job';
  return (
    <p className="break-words">
      <span className="text-lg">{entryWords(event, facts.status === 'ready' ? facts.circuit : null)}</span>{' '}
      <span className="text-dim">
        {format(new Date(event.at), 'd MMM HH:mm')} ·{' '}
        <Link to={jobPath(jobId)} className="underline">
          {title}
        </Link>
      </span>
    </p>
  );
}

function RefusedEntry({ refused }: { readonly refused: Refused }) {
  const dispatch = useAppDispatch();
  const { event, why } = refused;
  const [words, setWords] = useState(wordsOf(event) ?? '');
  const [flaw, setFlaw] = useState<string | null>(null);
  const [sure, setSure] = useState(false);
  const sendAgain = () => {
    const next: JobEvent | string = corrected(refused, words);
    if (typeof next === 'string') return setFlaw(next);
    dispatch(outboxSlice.actions.sentAgain({ id: event.id, event: next }));
  };
  return (
    <li className="border-line flex flex-col gap-2 border-b py-3">
      <EntryLine {...refused} />
      <p className="text-clash">{flaw ?? why}</p>
      <div className="flex flex-wrap items-end gap-3">
        {wordsOf(event) !== null && (
          <input
            aria-label="What you entered"
            className="field min-w-48 grow basis-48"
            value={words}
            onChange={({ target }) => setWords(target.value)}
          />
        )}
        <button type="button" className="key" onClick={sendAgain}>
          Send again
        </button>
        <button
          type="button"
          className="key border-line"
          onClick={() => (sure ? dispatch(outboxSlice.actions.thrownAway(event.id)) : setSure(true))}
        >
          {sure ? 'Throw it away for good' : 'Throw away'}
        </button>
      </div>
    </li>
  );
}
