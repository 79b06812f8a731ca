import { activeReadings, isUndrawn } from '@grim-lantern/core';
import { useState } from 'react';
import { useAppSelector } from '../../data/store';
import { FusePanel } from '../fuses/FusePanel';
import type { Fuses } from '../fuses/useFuses';
import { RelayPanel } from '../relays/RelayPanel';
import type { Relays } from '../relays/useRelays';
import { TracePanel } from '../traces/TracePanel';
import type { Traces } from '../traces/useTraces';
import { FairToStop } from './FairToStop';
import { CausePanel } from './CausePanel';
import { DoubtfulEntry } from './DoubtfulEntry';
import type { JobView } from '../frame/jobViews';
import { ModulesPanel } from './ModulesPanel';
import { NextPanel } from './NextPanel';
import { RecordingContext, useRecording } from '../entry/recording';
import { useOpenJob, useWorkbench } from './openJob';
import { NothingDrawn } from './NothingDrawn';
import { RepairPanel } from './RepairPanel';
import { StopOrGoOn } from './StopOrGoOn';
import { StoryPanel } from './StoryPanel';
import { SymptomBoard } from './SymptomBoard';

interface ViewPanelProps {
  readonly fuses: Fuses;
  readonly relays: Relays;
  readonly traces: Traces;
  readonly view: JobView;
  /** Whether the diagnosis rests on the newest entry. */
  readonly current: boolean;
}

/** The step of the job, or what is in hand, that is on show. */
export function ViewPanel({ fuses, relays, traces, view, current }: ViewPanelProps) {
  const { summary, circuit, events, diagnosis } = useOpenJob();
  const { hold, show, measure } = useWorkbench();
  const { job } = diagnosis;
  const record = useRecording();
  // Said and measured one after another, these do not wait for what the last one means.
  const atOnce = view === 'story' || view === 'fuses';
  return (
    <RecordingContext value={atOnce || current ? record : null}>
      {view === 'story' && <StoryPanel />}
      {view === 'symptoms' && <SymptomBoard />}
      {view === 'modules' && <ModulesPanel />}
      {view === 'fuses' && (
        <FusePanel circuitId={summary.circuitId} {...{ circuit, events, job }} {...fuses} />
      )}
      {view === 'relay' && (
        <RelayPanel
          {...{ circuit, job }}
          onHold={hold}
          onShow={show}
          onOther={measure}
          planned={diagnosis.actions?.[0] ?? null}
          {...relays}
        />
      )}
      {view === 'traces' && <TracePanel {...{ circuit, job }} {...traces} />}
      {view === 'repair' && <RepairPanel />}
      {view === 'next' && (isUndrawn(circuit) ? <NothingDrawn /> : <Search />)}
    </RecordingContext>
  );
}

/** The search: who had it before, what was found, what to do next. */
function Search() {
  const { circuit, diagnosis } = useOpenJob();
  const { correct } = useWorkbench();
  const { actions, dossier, job } = diagnosis;
  const last = activeReadings(job).at(-1);
  const misleading = last === undefined ? undefined : dossier.misleading[last.id];
  const [kept, setKept] = useState<string | null>(null);
  const expected = dossier.mistakeExpected ?? null;
  const doubted =
    last?.id === diagnosis.assessment.posterior.likelyMistake && last?.id !== kept ? last : undefined;
  return (
    <div className="flex flex-col pt-2 lg:pt-3">
      <TakenOver />
      {doubted !== undefined && expected !== null && (
        <DoubtfulEntry
          {...{ circuit, expected }}
          reading={doubted}
          onKeep={() => setKept(doubted.id)}
          onCorrect={() => correct(doubted)}
        />
      )}
      {misleading !== undefined && (
        <p className="border-ink mb-3 border-l-4 pl-3 text-[15px]">
          <span className="text-dim">Your last reading. </span>
          {misleading}
        </p>
      )}
      <FairToStop />
      <CausePanel />
      {actions?.[0] !== undefined && <StopOrGoOn action={actions[0]} />}
      <NextPanel />
    </div>
  );
}

/** The job in five lines, for one who did not make its last entry. */
function TakenOver() {
  const {
    diagnosis: { job, dossier },
    technicians,
  } = useOpenJob();
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
