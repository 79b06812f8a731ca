import type {
  Circuit,
  ForeseenOutcome,
  JobEvent,
  JobFact,
  LedgerReading,
  TerminalRef,
  Test,
} from '@grim-lantern/core';
import { partById, partIdOf, relaysOf } from '@grim-lantern/core';
import type { Technician } from '@grim-lantern/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../store/store';
import { FusePanel } from '../fuses/FusePanel';
import type { Fuses } from '../fuses/useFuses';
import { RelayPanel } from '../relays/RelayPanel';
import type { Relays } from '../relays/useRelays';
import { TracePanel } from '../traces/TracePanel';
import type { Traces } from '../traces/useTraces';
import type { Diagnosis } from '../worker/useDiagnosis';
import { FairToStop } from './FairToStop';
import { CausePanel } from './CausePanel';
import type { Question } from './CustomerPanel';
import { DoubtfulEntry } from './DoubtfulEntry';
import type { JobView } from './jobViews';
import { ModulesPanel } from './ModulesPanel';
import { NextPanel } from './NextPanel';
import { RepairPanel } from './RepairPanel';
import { StopOrGoOn } from './StopOrGoOn';
import { StoryPanel } from './StoryPanel';
import { SymptomBoard } from './SymptomBoard';
import { ViewTabs } from './ViewTabs';

interface ViewPanelProps {
  readonly jobId: string;
  readonly circuitId: string;
  readonly circuit: Circuit;
  readonly events: readonly JobEvent[];
  readonly fuses: Fuses;
  readonly relays: Relays;
  readonly traces: Traces;
  readonly diagnosis: Diagnosis;
  readonly technicians: readonly Technician[];
  readonly view: JobView;
  /** Whether the diagnosis rests on the newest entry. */
  readonly current: boolean;
  readonly draft: Question;
  readonly pinned: string | null;
  readonly record: ((fact: JobFact) => string) | null;
  readonly onCorrect: (reading: LedgerReading) => void;
  readonly onHold: (outcome: Pick<ForeseenOutcome, 'leaves'> | null) => void;
  readonly onShow: (test: Test | null) => void;
  readonly onOther: (point: string | null) => void;
  readonly onKit: () => void;
  readonly onPin: (place: string | null) => void;
  readonly onAsk: (question: Question) => void;
}

/** The step of the job that is on show, under the tabs of all of them. */
export function ViewPanel(props: ViewPanelProps) {
  const {
    jobId,
    circuitId,
    circuit,
    events,
    fuses,
    relays,
    traces,
    diagnosis,
    view,
    current,
    draft,
    record,
  } = props;
  const { onOther, onHold, onShow } = props;
  const { job } = diagnosis;
  const own = current ? record : null;
  const shown = view === 'next' && (job.cause !== null || job.closed !== null) ? 'repair' : view;
  return (
    <>
      <ViewTabs
        jobId={jobId}
        chosen={shown}
        wanted={wantedIn(circuit, diagnosis)}
        hidden={relaysOf(circuit).length === 0 ? ['relay'] : []}
      />
      {shown === 'story' && <StoryPanel {...{ jobId, circuit, diagnosis, record }} />}
      {shown === 'symptoms' && <SymptomBoard {...{ circuit, diagnosis }} record={own} />}
      {shown === 'modules' && <ModulesPanel {...{ circuit, diagnosis }} record={own} onPoint={onOther} />}
      {shown === 'fuses' && <FusePanel {...{ circuitId, circuit, events, job, record }} {...fuses} />}
      {shown === 'relay' && (
        <RelayPanel {...{ circuit, job, record: own, onHold, onShow, onOther }} {...relays} />
      )}
      {shown === 'traces' && <TracePanel {...{ circuit, job, record: own }} {...traces} />}
      {shown === 'repair' && <RepairPanel {...{ circuit, diagnosis, draft }} record={own} />}
      {shown === 'next' && <Search {...props} record={own} />}
    </>
  );
}

/** The search: who had it before, what was found, what to do next. */
function Search({
  jobId,
  circuit,
  diagnosis,
  technicians,
  pinned,
  record,
  onCorrect,
  onHold,
  onShow,
  onOther,
  onKit,
  onPin,
  onAsk,
}: ViewPanelProps) {
  const { actions, dossier, job } = diagnosis;
  const unscanned = unscannedModules(circuit, diagnosis);
  const last = job.readings.filter(({ withdrawn }) => withdrawn === null).at(-1);
  const trap = last === undefined ? undefined : dossier.traps[last.id];
  const [kept, setKept] = useState<string | null>(null);
  const expected = dossier.mistakeExpected ?? null;
  const doubted =
    last?.id === diagnosis.assessment.suspicion.likelyMistake && last?.id !== kept ? last : undefined;
  return (
    <div className="pt-4">
      <TakenOver diagnosis={diagnosis} technicians={technicians} />
      {doubted !== undefined && expected !== null && (
        <DoubtfulEntry
          {...{ circuit, expected }}
          reading={doubted}
          onKeep={() => setKept(doubted.id)}
          onCorrect={() => onCorrect(doubted)}
        />
      )}
      {trap !== undefined && (
        <p className="border-clash mb-3 border-l-4 pl-3 text-[15px]">
          <span className="text-dim">Your last reading. </span>
          {trap}
        </p>
      )}
      {unscanned.length > 0 && (
        <Link
          className="text-dim flex min-h-11 items-center text-[15px] underline"
          to={`/jobs/${jobId}/modules`}
          replace
        >
          Not scanned yet: {unscanned.map((id) => partById(circuit, id).name).join(', ')}
        </Link>
      )}
      <FairToStop {...{ circuit, diagnosis, record }} />
      <CausePanel {...{ jobId, circuit, diagnosis, record }} />
      {actions?.[0] !== undefined && <StopOrGoOn {...{ circuit, diagnosis, onAsk }} action={actions[0]} />}
      <NextPanel
        {...{ circuit, diagnosis, record, onHold, onShow, pinned, onKit, onPin }}
        onOther={() => onOther(null)}
      />
    </div>
  );
}

/** The job in five lines, for one who did not make its last entry. */
function TakenOver({
  diagnosis: { job, dossier },
  technicians,
}: {
  diagnosis: Diagnosis;
  technicians: readonly Technician[];
}) {
  const own = useAppSelector((state) => state.session.technicianId);
  const before = technicians.find(({ id }) => id === job.authors.at(-1));
  if (own === null || before === undefined || before.id === own) return null;
  return (
    <details className="border-line mb-3 border px-3" aria-label="Hand-over">
      <summary className="min-h-11 py-2">You take over from {before.name}: the job in five lines</summary>
      <ul className="flex flex-col gap-1 pb-3">
        {dossier.handOver.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </details>
  );
}

/** Modules none of whose codes have been read. */
function unscannedModules(circuit: Circuit, { job }: Diagnosis): readonly string[] {
  const scanned = job.readings
    .filter(({ test, withdrawn }) => test.instrument === 'codes' && withdrawn === null)
    .map(({ test }) => partIdOf(test.at as TerminalRef));
  return circuit.parts.flatMap((part) =>
    part.kind === 'module' && part.pins.some((pin) => 'drivenWhen' in pin) && !scanned.includes(part.id)
      ? [part.id]
      : [],
  );
}

/** Where something is still wanted, and what. */
function wantedIn(circuit: Circuit, diagnosis: Diagnosis): Readonly<Partial<Record<JobView, string>>> {
  const { job } = diagnosis;
  const seen = job.readings.some(({ test }) => test.instrument === 'load');
  return {
    ...(seen || job.closed !== null ? {} : { symptoms: 'Nothing on the symptom board yet' }),
    ...(unscannedModules(circuit, diagnosis).length === 0 || job.closed !== null
      ? {}
      : { modules: 'A module is not scanned yet' }),
    ...(job.stage === 'waiting for the customer' ? { repair: 'The customer has not answered' } : {}),
  };
}
