import { useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { TopBar } from '../frame/TopBar';
import { useHarnessLayout } from '../harness/useHarnessLayout';
import { glowOf, mapReadings } from '../harness/mapFacts';
import { useJobEvents, useJobFacts } from '../../data/useJob';
import type { JobFacts } from '../../data/jobs';
import { useAppSelector } from '../../data/store';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { useDiagnosis } from '../../session/useDiagnosis';
import { download, fileName } from '../../ui/download';
import { ledgerCsv, portableJob } from './exports';
import { HarnessDrawing } from '../harness/HarnessDrawing';
import { reportModel } from './reportModel';
import { paperFont, reportPdf } from './reportPdf';
import { ReportSheet } from './ReportSheet';
import { svgForPaper } from '../harness/svgForPaper';
import { jobPath } from '../frame/jobViews';

/** The report of one job: printed from here, or taken away as PDF, CSV or JSON. */
export default function ReportPage() {
  const { jobId = '' } = useParams();
  const facts = useJobFacts(jobId);
  useFreshWorkshop();
  return (
    <div className="flex min-h-full flex-col">
      <div className="print:hidden">
        <TopBar>
          <Link to={jobPath(jobId)} className="underline">
            Back to the job
          </Link>
        </TopBar>
      </div>
      {facts.status === 'loading' && <p className="text-dim p-5 text-lg">Fetching the job …</p>}
      {facts.status === 'failed' && <p className="p-5 text-lg">{facts.why}</p>}
      {facts.status === 'ready' && <ReadyReport jobId={jobId} facts={facts} />}
    </div>
  );
}

function ReadyReport({ jobId, facts }: { jobId: string; facts: Extract<JobFacts, { status: 'ready' }> }) {
  const { circuit, summary } = facts;
  const events = useJobEvents(jobId);
  const workshop = useAppSelector((state) => state.workshop);
  const work = useDiagnosis(summary.circuitId, circuit, events, 'dossier');
  const drawn = useHarnessLayout(circuit);
  const drawing = useRef<SVGSVGElement>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const diagnosis = work.status === 'ready' ? work.diagnosis : null;
  const house = workshop.status === 'ready' ? workshop.workshop : null;
  const report = useMemo(
    () =>
      diagnosis === null || house === null
        ? null
        : reportModel(circuit, summary, diagnosis.job, diagnosis.dossier, house),
    [circuit, summary, diagnosis, house],
  );
  const layout = drawn === 'failed' ? null : drawn;
  const glow = useMemo(() => {
    if (diagnosis === null) return new Map<string, number>();
    const { cause } = diagnosis.job;
    return glowOf(
      cause === null ? diagnosis.assessment.posterior.suspects : [{ id: cause.suspect, probability: 1 }],
    );
  }, [diagnosis]);
  if (work.status === 'failed') return <p className="text-clash p-5 text-lg">{work.why}</p>;
  if (report === null || house === null || diagnosis === null) {
    return <p className="text-dim p-5 text-lg">Writing the report …</p>;
  }
  const takeAway: Readonly<Record<'CSV' | 'JSON', () => void>> = {
    CSV: () =>
      download(
        fileName(summary.title, 'csv'),
        new Blob([ledgerCsv(circuit, diagnosis.job, house.technicians)], { type: 'text/csv' }),
      ),
    JSON: () => {
      const text = JSON.stringify(portableJob(circuit, summary, events, house.technicians), null, 2);
      download(fileName(summary.title, 'json'), new Blob([text], { type: 'application/json' }));
    },
  };
  return (
    <main className="mx-auto w-full max-w-[860px] px-4 py-4 print:max-w-none print:p-0">
      <div className="mb-4 flex flex-wrap items-center gap-2 print:hidden">
        <button type="button" className="key" onClick={() => window.print()}>
          Print
        </button>
        <button
          type="button"
          className="key"
          onClick={() => {
            setTrouble(null);
            const paper = drawing.current === null ? null : svgForPaper(drawing.current, paperFont);
            reportPdf(report, paper).then(
              (file) => download(fileName(summary.title, 'pdf'), file),
              (error: unknown) => setTrouble(`The PDF could not be written. ${String(error)}`),
            );
          }}
        >
          PDF
        </button>
        {Object.entries(takeAway).map(([name, act]) => (
          <button key={name} type="button" className="key" onClick={act}>
            {name}
          </button>
        ))}
        <span className="text-dim text-[15px]">
          JSON holds the job whole: another workshop can take it in.
        </span>
      </div>
      {trouble !== null && (
        <p role="alert" className="text-clash mb-3">
          {trouble}
        </p>
      )}
      <ReportSheet
        report={report}
        drawing={
          layout === null ? null : (
            <HarnessDrawing
              ref={drawing}
              circuit={circuit}
              layout={layout}
              glow={glow}
              readings={mapReadings(circuit, layout, diagnosis)}
            />
          )
        }
      />
    </main>
  );
}
