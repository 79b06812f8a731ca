import type { Circuit, ForeseenOutcome, JobEvent, LedgerReading, Test } from '@grim-lantern/core';
import { activeReadings, isUndrawn } from '@grim-lantern/core';
import type { Technician } from '@grim-lantern/contract';
import { useState } from 'react';
import { useAppSelector } from '../../data/store';
import { FusePanel } from '../fuses/FusePanel';
import type { Fuses } from '../fuses/useFuses';
import { RelayPanel } from '../relays/RelayPanel';
import type { Relays } from '../relays/useRelays';
import { TracePanel } from '../traces/TracePanel';
import type { Traces } from '../traces/useTraces';
import type { Diagnosis } from '../../session/useDiagnosis';
import { FairToStop } from './FairToStop';
import { CausePanel } from './CausePanel';
import type { Question } from './CustomerPanel';
import { DoubtfulEntry } from './DoubtfulEntry';
import type { JobView } from '../frame/jobViews';
import { ModulesPanel } from './ModulesPanel';
import { NextPanel } from './NextPanel';
import { RecordingContext, useRecording } from '../entry/recording';
import { NothingDrawn } from './NothingDrawn';
import { RepairPanel } from './RepairPanel';
import { StopOrGoOn } from './StopOrGoOn';
import { StoryPanel } from './StoryPanel';
import { SymptomBoard } from './SymptomBoard';

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
  readonly onCorrect: (reading: LedgerReading) => void;
  readonly onHold: (outcome: Pick<ForeseenOutcome, 'leaves'> | null) => void;
  readonly onShow: (test: Test | null) => void;
  readonly onOther: (point: string | null) => void;
  readonly onKit: () => void;
  readonly onPin: (place: string | null) => void;
  readonly onAsk: (question: Question) => void;
}

/** The step of the job, or what is in hand, that is on show. */
export function ViewPanel(props: ViewPanelProps) {
  const { jobId, circuitId, circuit, events, fuses, relays, traces, diagnosis, view, current, draft } = props;
  const { onOther, onHold, onShow } = props;
  const { job } = diagnosis;
  const record = useRecording();
  // Said and measured one after another, these do not wait for what the last one means.
  const atOnce = view === 'story' || view === 'fuses';
  return (
    <RecordingContext value={atOnce || current ? record : null}>
      {view === 'story' && <StoryPanel {...{ jobId, circuit, diagnosis }} />}
      {view === 'symptoms' && <SymptomBoard {...{ circuit, diagnosis }} />}
      {view === 'modules' && <ModulesPanel {...{ circuit, diagnosis }} onPoint={onOther} />}
      {view === 'fuses' && <FusePanel {...{ circuitId, circuit, events, job }} {...fuses} />}
      {view === 'relay' && (
        <RelayPanel
          {...{ circuit, job, onHold, onShow, onOther }}
          planned={diagnosis.actions?.[0] ?? null}
          {...relays}
        />
      )}
      {view === 'traces' && <TracePanel {...{ circuit, job }} {...traces} />}
      {view === 'repair' && <RepairPanel {...{ circuit, diagnosis, draft }} />}
      {view === 'next' && <Search {...props} />}
    </RecordingContext>
  );
}

/** The search: who had it before, what was found, what to do next. */
function Search({
  jobId,
  circuitId,
  circuit,
  diagnosis,
  technicians,
  pinned,
  onCorrect,
  onHold,
  onShow,
  onOther,
  onKit,
  onPin,
  onAsk,
}: ViewPanelProps) {
  const { actions, dossier, job } = diagnosis;
  const last = activeReadings(job).at(-1);
  const misleading = last === undefined ? undefined : dossier.misleading[last.id];
  const [kept, setKept] = useState<string | null>(null);
  if (isUndrawn(circuit)) return <NothingDrawn {...{ circuit, circuitId, jobId }} />;
  const expected = dossier.mistakeExpected ?? null;
  const doubted =
    last?.id === diagnosis.assessment.posterior.likelyMistake && last?.id !== kept ? last : undefined;
  return (
    <div className="flex flex-col pt-2 lg:pt-3">
      <TakenOver diagnosis={diagnosis} technicians={technicians} />
      {doubted !== undefined && expected !== null && (
        <DoubtfulEntry
          {...{ circuit, expected }}
          reading={doubted}
          onKeep={() => setKept(doubted.id)}
          onCorrect={() => onCorrect(doubted)}
        />
      )}
      {misleading !== undefined && (
        <p className="border-ink mb-3 border-l-4 pl-3 text-[15px]">
          <span className="text-dim">Your last reading. </span>
          {misleading}
        </p>
      )}
      <FairToStop {...{ circuit, diagnosis }} />
      <CausePanel {...{ jobId, circuit, diagnosis }} />
      {actions?.[0] !== undefined && <StopOrGoOn {...{ circuit, diagnosis, onAsk }} action={actions[0]} />}
      <NextPanel
        {...{ circuit, diagnosis, onHold, onShow, pinned, onKit, onPin }}
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
    <details className="border-line mb-3 border px-3 max-lg:order-last" aria-label="Hand-over">
      <summary className="min-h-11 py-2">You take over from {before.name}: the job in five lines</summary>
      <ul className="flex flex-col gap-1 pb-3">
        {dossier.handOver.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </details>
  );
}
