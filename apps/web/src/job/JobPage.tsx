import { minutes, readingCount } from '@grim-lantern/core';
import type { ForeseenOutcome, Test } from '@grim-lantern/core';
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
import { flagWords } from './flagWords';
import { Ledger } from './Ledger';
import { glowOf, mapReadings, testPoint } from './mapFacts';
import { NextPanel } from './NextPanel';
import { OtherReading } from './OtherReading';
import { StateStrip } from './StateStrip';
import { useJobEvents, useJobFacts, useRecord, useUnsent } from './useJob';

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
  const events = useJobEvents(jobId);
  const unsent = useUnsent(jobId);
  const record = useRecord(jobId);
  const work = useDiagnosis(summary.circuitId, circuit, events);
  const diagnosis = work.status === 'ready' ? work.diagnosis : null;
  const drawn = useHarnessLayout(circuit);
  const layout = drawn === 'failed' ? null : drawn;
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
  const standing = useMemo(
    () => glowOf(diagnosis?.assessment.suspicion.suspects ?? []),
    [diagnosis?.assessment],
  );
  const glow = useMemo(() => (held === null ? standing : glowOf(held.leaves)), [standing, held]);
  const readings = useMemo(() => mapReadings(circuit, layout, diagnosis), [circuit, layout, diagnosis]);
  const flag = useMemo(() => {
    const point = layout === null || shown === null ? null : testPoint(circuit, layout, shown);
    return point === null || shown === null ? null : { point, words: flagWords[shown.instrument] };
  }, [circuit, layout, shown]);
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <TopBar>
        <div className="flex items-baseline justify-between gap-4">
          <h1 className="min-w-0 text-lg sm:truncate">
            {summary.vehicle.name}, {summary.vehicle.service}{' '}
            <span className="text-dim">– {summary.title}</span>
          </h1>
          {diagnosis !== null && (
            <span className="text-dim shrink-0 font-mono text-[13px]">
              {minutes(diagnosis.job.minutes)} · {readingCount(diagnosis.job)}
            </span>
          )}
        </div>
      </TopBar>
      <Notices />
      {record === null && (
        <p className="border-clash text-clash border-b px-5 py-2">
          Choose who you are, above, before you enter anything.
        </p>
      )}
      {work.status === 'working' && <p className="text-dim p-5 text-lg">Working out the suspects …</p>}
      {work.status === 'failed' && (
        <p role="alert" className="text-clash p-5 text-lg">
          The readings are kept, but what they say could not be worked out. {work.why}
        </p>
      )}
      {diagnosis !== null && (
        <>
          <StateStrip circuit={circuit} state={diagnosis.job.state} record={record} />
          <main className="flex min-h-0 grow flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_396px] lg:grid-rows-[minmax(0,1fr)_minmax(150px,30%)]">
            <section
              aria-label="Harness"
              className="border-line h-[38vh] min-h-[260px] border-b lg:h-auto lg:min-h-0"
            >
              {layout === null ? (
                <p className="text-dim p-5">
                  {drawn === 'failed'
                    ? 'The harness could not be drawn. The suspects and the next reading stand without it.'
                    : 'Drawing the harness …'}
                </p>
              ) : (
                <HarnessMap
                  {...{ circuit, layout, glow, standing, readings, flag }}
                  state={diagnosis.job.state}
                  onPoint={(point) => setAsked({ point })}
                />
              )}
            </section>
            <section
              aria-label="Next"
              className="border-line px-4 pt-4 lg:col-start-2 lg:row-span-2 lg:row-start-1 lg:overflow-auto lg:border-l lg:px-5 lg:pt-5"
            >
              <CausePanel circuit={circuit} diagnosis={diagnosis} record={record} />
              {diagnosis.job.cause === null && (
                <NextPanel
                  {...{ circuit, diagnosis }}
                  // What answers an older question must not be entered twice by a thumb that taps twice.
                  record={diagnosis.events === events ? record : null}
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
