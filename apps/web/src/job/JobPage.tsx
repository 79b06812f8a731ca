import type { ForeseenOutcome, LedgerReading, Test } from '@grim-lantern/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Notices } from '../app/Notices';
import { TopBar } from '../app/TopBar';
import { HarnessMap } from '../harness/HarnessMap';
import { useHarnessLayout } from '../harness/useHarnessLayout';
import type { JobFacts } from '../store/jobs';
import { useAppDispatch, useAppSelector } from '../store/store';
import { loadWorkshop } from '../store/workshop';
import { useDiagnosis } from '../worker/useDiagnosis';
import { CausePanel } from './CausePanel';
import { Ledger } from './Ledger';
import { glowOf, probePoint, readingsByTerminal } from './mapFacts';
import { NextPanel } from './NextPanel';
import { OtherReading } from './OtherReading';
import { StateStrip } from './StateStrip';
import { useJobEvents, useJobFacts, useRecord } from './useJob';
import { minutes } from './words';

/** The workplace: the state in sight, the harness, one next reading, the ledger. */
export function JobPage() {
  const { jobId = '' } = useParams();
  const dispatch = useAppDispatch();
  const facts = useJobFacts(jobId);
  useEffect(() => {
    // Names of technicians, for the ledger and the list above.
    void dispatch(loadWorkshop());
  }, [dispatch]);
  if (facts.status === 'ready') return <ReadyJob key={jobId} jobId={jobId} facts={facts} />;
  return (
    <div className="flex h-full flex-col">
      <TopBar />
      <main className="p-5">
        {facts.status === 'loading' ? (
          <p className="text-dim text-lg">Fetching the job …</p>
        ) : (
          <>
            <p className="text-lg">{facts.why}</p>
            <Link to="/" className="key mt-4 inline-flex items-center">
              Back to the jobs
            </Link>
          </>
        )}
      </main>
    </div>
  );
}

function ReadyJob({ jobId, facts }: { jobId: string; facts: Extract<JobFacts, { status: 'ready' }> }) {
  const { circuit, summary } = facts;
  const { events, unsent } = useJobEvents(jobId);
  const record = useRecord(jobId);
  const diagnosis = useDiagnosis(summary.circuitId, circuit, events);
  const layout = useHarnessLayout(circuit);
  const technicians = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.technicians : none,
  );
  const [held, setHeld] = useState<ForeseenOutcome | null>(null);
  const [shown, setShown] = useState<Test | null>(null);
  const [asked, setAsked] = useState<{ point: string | null } | null>(null);
  const showTest = useCallback((test: Test | null) => {
    setShown(test);
    setHeld(null);
  }, []);
  const glow = useMemo(() => glowOf(diagnosis?.assessment, held), [diagnosis?.assessment, held]);
  const readings = useMemo(() => readingsByTerminal(diagnosis?.job), [diagnosis?.job]);
  const probe = layout === null ? null : probePoint(circuit, layout, shown);
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <TopBar>
        <h1 className="truncate text-lg">
          {summary.vehicle.name}, {summary.vehicle.service}{' '}
          <span className="text-dim">– {summary.title}</span>
        </h1>
      </TopBar>
      <Notices />
      {record === null && (
        <p className="border-clash text-clash border-b px-5 py-2">
          Choose who you are, above, before you enter anything.
        </p>
      )}
      {diagnosis === null ? (
        <p className="text-dim p-5 text-lg">Working out the suspects …</p>
      ) : (
        <>
          <div className="border-line bg-ground sticky top-0 z-10 flex flex-wrap items-center justify-between gap-2 border-b px-4 py-1.5 lg:static lg:px-5">
            <StateStrip circuit={circuit} state={diagnosis.job.state} record={record} />
            <span className="text-dim font-mono text-[13px]">
              {minutes(diagnosis.job.minutes)} · {countWords(diagnosis.job.readings)}
            </span>
          </div>
          <main className="flex min-h-0 grow flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_396px] lg:grid-rows-[minmax(0,1fr)_minmax(150px,30%)]">
            <section
              aria-label="Harness"
              className="border-line h-[38vh] min-h-[260px] border-b lg:h-auto lg:min-h-0"
            >
              {layout === null ? (
                <p className="text-dim p-5">Drawing the harness …</p>
              ) : (
                <HarnessMap
                  {...{ circuit, layout, glow, readings, probe }}
                  state={diagnosis.job.state}
                  onPoint={(point) => setAsked({ point })}
                />
              )}
            </section>
            <section
              aria-label="Next"
              className="border-line p-4 lg:col-start-2 lg:row-span-2 lg:row-start-1 lg:overflow-auto lg:border-l lg:p-5"
            >
              <CausePanel circuit={circuit} diagnosis={diagnosis} record={record} />
              {diagnosis.job.cause === null && (
                <NextPanel
                  {...{ circuit, diagnosis, record }}
                  onHold={setHeld}
                  onShow={showTest}
                  onOther={() => setAsked({ point: null })}
                />
              )}
            </section>
            <section aria-label="Readings" className="px-4 py-1 lg:overflow-auto lg:px-5">
              <Ledger {...{ circuit, diagnosis, technicians, unsent, record }} />
              <p className="text-dim py-3 break-words whitespace-pre-wrap">
                <span className="text-ink">Complaint.</span> {diagnosis.job.complaint}
              </p>
            </section>
          </main>
          {asked !== null && (
            <OtherReading
              key={asked.point}
              circuitId={summary.circuitId}
              {...{ circuit, events, diagnosis, record }}
              point={asked.point}
              onClose={() => setAsked(null)}
            />
          )}
        </>
      )}
    </div>
  );
}

const none: readonly [] = [];

function countWords(readings: readonly LedgerReading[]): string {
  const standing = readings.filter(({ withdrawn }) => withdrawn === null).length;
  return standing === 1 ? '1 reading' : `${standing} readings`;
}
