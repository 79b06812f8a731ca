import type { JobSummary, SharedReport } from '@grim-lantern/contract';
import type { Circuit, JobEvent } from '@grim-lantern/core';
import type { ReactNode } from 'react';
import { useMemo, useRef, useState } from 'react';
import { pictureOf } from '../../data/photos';
import { useDiagnosis } from '../../session/useDiagnosis';
import { download, fileName } from '../../ui/download';
import { HarnessDrawing } from '../harness/HarnessDrawing';
import { glowOf, mapReadings } from '../harness/mapFacts';
import { svgForPaper } from '../harness/svgForPaper';
import { useHarnessLayout } from '../harness/useHarnessLayout';
import type { PictureOf } from '../photos/PictureSource';
import { PictureSource } from '../photos/PictureSource';
import { ledgerCsv, portableJob } from './exports';
import { reportModel } from './reportModel';
import { paperFont, reportPdf } from './reportPdf';
import { reportPhotos } from './reportPhotos';
import { ReportSheet } from './ReportSheet';

/** The report of a job, worked out from its circuit and events, with what it is printed and saved by. */
export function WrittenReport({
  circuit,
  summary,
  events,
  house,
  takeAway = false,
  photos,
  pictures = pictureOf,
  children,
}: {
  readonly circuit: Circuit;
  readonly summary: JobSummary;
  readonly events: readonly JobEvent[];
  /** Null until it is known. */
  readonly house: SharedReport['workshop'] | null;
  /** Whether the job itself is offered as files, for colleagues. */
  readonly takeAway?: boolean;
  /** Those of the job. */
  readonly photos: SharedReport['photos'];
  /** Where they are fetched. */
  readonly pictures?: PictureOf;
  readonly children?: ReactNode;
}) {
  const work = useDiagnosis(summary.circuitId, circuit, events, 'dossier');
  const layout = useHarnessLayout(circuit);
  const drawing = useRef<SVGSVGElement>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const diagnosis = work.status === 'ready' ? work.diagnosis : null;
  const report = useMemo(
    () =>
      diagnosis === null || house === null
        ? null
        : reportModel(circuit, summary, diagnosis.job, diagnosis.dossier, house),
    [circuit, summary, diagnosis, house],
  );
  const glow = useMemo(() => {
    if (diagnosis === null) return new Map<string, number>();
    const { cause } = diagnosis.job;
    return glowOf(
      cause === null ? diagnosis.assessment.posterior.suspects : [{ id: cause.suspect, probability: 1 }],
    );
  }, [diagnosis]);
  const shown = useMemo(
    () => (diagnosis === null ? [] : reportPhotos(circuit, diagnosis.job, photos)),
    [circuit, diagnosis, photos],
  );
  if (work.status === 'failed') return <p className="text-clash p-5 text-lg">{work.why}</p>;
  if (report === null || house === null || diagnosis === null) {
    return <p className="text-dim p-5 text-lg">Writing the report …</p>;
  }
  const writePdf = () => {
    setTrouble(null);
    const paper = drawing.current === null ? null : svgForPaper(drawing.current, paperFont);
    reportPdf(report, paper, { photos: shown, pictureOf: pictures }).then(
      (file) => download(fileName(summary.title, 'pdf'), file),
      (error: unknown) => setTrouble(`The PDF could not be written. ${String(error)}`),
    );
  };
  const files: Readonly<Record<'CSV' | 'JSON', () => void>> = {
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
        <button type="button" className="key" onClick={writePdf}>
          PDF
        </button>
        {takeAway && (
          <>
            {Object.entries(files).map(([name, act]) => (
              <button key={name} type="button" className="key" onClick={act}>
                {name}
              </button>
            ))}
            <span className="text-dim text-[15px]">
              JSON holds the job whole: another workshop can take it in.
            </span>
          </>
        )}
      </div>
      {children}
      {trouble !== null && (
        <p role="alert" className="text-clash mb-3">
          {trouble}
        </p>
      )}
      <PictureSource value={pictures}>
        <ReportSheet
          report={report}
          photos={shown}
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
      </PictureSource>
    </main>
  );
}
