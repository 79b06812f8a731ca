import { fusesOf } from '@grim-lantern/core';
import type { ForeseenOutcome, JobState, Kit, LedgerReading, Test } from '@grim-lantern/core';
import { useCallback, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useFuses } from '../fuses/useFuses';
import { useRelays } from '../relays/useRelays';
import type { JobFacts } from '../../data/jobs';
import { ownKit } from '../../data/session';
import { useAppSelector } from '../../data/store';
import { useTraces } from '../traces/useTraces';
import { useDiagnosis } from '../../session/useDiagnosis';
import { CorrectReading } from './CorrectReading';
import { DrawingNotice } from './DrawingNotice';
import type { Question } from './CustomerPanel';
import { JobHead } from './JobHead';
import { JobNav } from './JobNav';
import type { JobView } from '../frame/jobViews';
import { jobPath, jobViewOf } from '../frame/jobViews';
import { KitDialog } from './KitDialog';
import { LargeRegion } from './LargeRegion';
import { Ledger } from './Ledger';
import type { OpenJob, Workbench } from './openJob';
import { OpenJobContext, useOpenJob, WorkbenchContext } from './openJob';
import { OtherReading } from './OtherReading';
import { RegionBoundary } from '../frame/Boundary';
import { RecordingContext } from '../entry/recording';
import { StateStrip } from '../entry/StateStrip';
import { UndoEntry } from './UndoEntry';
import { useJobOffered } from './useJobOffered';
import { useLastEntry } from './useLastEntry';
import { useJobEvents, useRecord, useUnsent } from '../../data/useJob';
import { ViewPanel } from './ViewPanel';

interface WorkplaceProps {
  readonly jobId: string;
  readonly facts: Extract<JobFacts, { status: 'ready' }>;
}

/**
 * The workplace: where the job stands, the harness, the state in sight, what to do next, the ledger. It fills the screen:
 * on a narrow one the harness is the upper part and what to do the lower, where the thumb is.
 */
export function Workplace({ jobId, facts }: WorkplaceProps) {
  const { circuit, summary } = facts;
  const { view } = useParams();
  const navigate = useNavigate();
  const events = useJobEvents(jobId);
  const unsent = useUnsent(jobId);
  const { record, ...entered } = useLastEntry(circuit, useRecord(jobId));
  const own = useAppSelector((state) => ownKit(state.session));
  const [pinned, setPinned] = useState<string | null>(null);
  const kit = useMemo((): Kit => (pinned === null ? own : { ...own, pinned: [pinned] }), [own, pinned]);
  const work = useDiagnosis(summary.circuitId, circuit, events, 'plan', kit);
  const diagnosis = work.status === 'ready' ? work.diagnosis : null;
  const technicians = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.technicians : none,
  );
  const shownView = jobViewOf(view);
  const fuses = useFuses(summary.circuitId, circuit, events, summary.vehicle.id, shownView === 'fuses');
  const relays = useRelays(summary.circuitId, circuit, events, summary.vehicle.id, shownView === 'relay');
  const fuseIds = useMemo(() => fusesOf(circuit).map(({ id }) => id), [circuit]);
  const traces = useTraces(jobId, fuseIds, shownView === 'traces');
  // Once the cause is known, what comes next is its repair.
  const panel = shownView === 'next' && diagnosis !== null && hasEnded(diagnosis.job) ? 'repair' : shownView;
  const [held, setHeld] = useState<Pick<ForeseenOutcome, 'leaves'> | null>(null);
  const [shown, setShown] = useState<Test | null>(null);
  const [open, setOpen] = useState<Opened | null>(null);
  const [draft, setDraft] = useState<Question>(noQuestion);
  const measure = useCallback((point: string | null) => setOpen({ kind: 'point', point }), []);
  useJobOffered(jobId, circuit, measure);
  const showTest = useCallback((test: Test | null) => {
    setShown(test);
    setHeld(null);
  }, []);
  const openJob = useMemo(
    (): OpenJob | null =>
      diagnosis === null ? null : { jobId, summary, circuit, events, diagnosis, technicians },
    [jobId, summary, circuit, events, diagnosis, technicians],
  );
  const workbench = useMemo(
    (): Workbench => ({
      correct: (reading) => setOpen({ kind: 'correct', reading }),
      hold: setHeld,
      show: showTest,
      measure,
      chooseKit: () => setOpen({ kind: 'kit' }),
      pinned,
      pin: setPinned,
      draft,
      ask: (question) => {
        setDraft(question);
        void navigate(jobPath(jobId, 'repair'), { replace: true });
      },
    }),
    [showTest, measure, pinned, draft, navigate, jobId],
  );
  return (
    <RecordingContext value={record}>
      <div className="flex h-full flex-col">
        <JobHead {...{ summary }} job={diagnosis?.job ?? null} />
        <DrawingNotice {...{ summary, circuit }} misfits={diagnosis?.job.misfits ?? none} />
        {record === null && <WhoFirst />}
        {work.status === 'working' && <p className="text-dim p-5 text-lg">Working out the suspects …</p>}
        {work.status === 'failed' && (
          <p role="alert" className="text-clash p-5 text-lg">
            The readings are kept, but what they say could not be worked out. {work.why}
          </p>
        )}
        {openJob !== null && (
          <OpenJobContext value={openJob}>
            <WorkbenchContext value={workbench}>
              <JobNav chosen={panel} />
              <main
                className={`short:grid-cols-2 short:grid-rows-[minmax(0,1fr)_auto] grid min-h-0 grow ${isBoard(shownView) ? 'grid-rows-[minmax(150px,46fr)_auto_minmax(0,54fr)]' : 'grid-rows-[minmax(150px,26fr)_auto_minmax(0,74fr)] sm:grid-rows-[minmax(150px,42fr)_auto_minmax(0,58fr)]'} lg:grid-cols-[minmax(0,1fr)_420px] lg:grid-rows-[minmax(0,1fr)_auto_minmax(140px,26%)]`}
              >
                <RegionBoundary name="The map" entries={events.length} view={shownView}>
                  <LargeRegion {...{ fuses, traces, held, shown }} view={shownView}>
                    <UndoEntry last={entered.last} onUndo={entered.undo} onGone={entered.forget} />
                  </LargeRegion>
                </RegionBoundary>
                <StateStrip circuit={circuit} state={openJob.diagnosis.job.state} />
                <div className="short:col-start-2 short:row-span-2 short:row-start-1 min-h-0 overflow-auto lg:contents">
                  <section
                    id="work"
                    tabIndex={-1}
                    aria-label="Work"
                    className="border-line px-4 lg:col-start-2 lg:row-span-3 lg:row-start-1 lg:overflow-auto lg:border-l lg:px-5"
                  >
                    <RegionBoundary name="What to do next" entries={events.length} view={panel}>
                      <ViewPanel
                        {...{ fuses, relays, traces }}
                        view={panel}
                        // What answers an older question must not be entered twice by a thumb that taps twice.
                        current={openJob.diagnosis.events === events}
                      />
                    </RegionBoundary>
                  </section>
                  <Readings unsent={unsent} />
                </div>
              </main>
              <Overlays open={open} onClose={() => setOpen(null)} />
            </WorkbenchContext>
          </OpenJobContext>
        )}
      </div>
    </RecordingContext>
  );
}

/** What was read so far, and what the customer said. */
function Readings({ unsent }: { readonly unsent: ReadonlySet<string> }) {
  const { events, diagnosis } = useOpenJob();
  return (
    <section aria-label="Readings" className="px-4 py-1 lg:overflow-auto lg:px-5">
      <RegionBoundary name="The list of readings" entries={events.length}>
        <Ledger unsent={unsent} />
      </RegionBoundary>
      <p className="text-dim py-3 break-words whitespace-pre-wrap">
        <span className="text-ink">Complaint.</span> {diagnosis.job.complaint}
      </p>
    </section>
  );
}

function WhoFirst() {
  return (
    <p className="border-clash text-clash border-b px-5 py-2">
      Choose who you are, above, before you enter anything.
    </p>
  );
}

/** Views whose larger part is what they are about: boxes, recordings. */
function isBoard(view: JobView): boolean {
  return view === 'fuses' || view === 'traces';
}

function hasEnded({ cause, closed }: JobState): boolean {
  return cause !== null || closed !== null;
}

/** What stands above the page: another reading, a correction, the kit, a question about an entry. */
function Overlays({ open, onClose }: { readonly open: Opened | null; readonly onClose: () => void }) {
  const { circuit } = useOpenJob();
  return (
    <>
      {open?.kind === 'point' && <OtherReading key={open.point} point={open.point} onClose={onClose} />}
      {open?.kind === 'correct' && (
        <CorrectReading {...{ circuit }} reading={open.reading} onClose={onClose} />
      )}
      {open?.kind === 'kit' && <KitDialog onClose={onClose} />}
    </>
  );
}

/** What is open above the page. */
type Opened =
  | { readonly kind: 'point'; readonly point: string | null }
  | { readonly kind: 'correct'; readonly reading: LedgerReading }
  | { readonly kind: 'kit' };

const none: readonly [] = [];
const noQuestion: Question = { text: '', amount: 0, places: [] };
