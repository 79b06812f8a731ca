import type { ForeseenOutcome, Test } from '@grim-lantern/core';
import { Suspense, lazy } from 'react';
import type { ReactNode } from 'react';
import { FuseBoxes } from '../fuses/FuseBoxes';
import type { Fuses } from '../fuses/useFuses';
import type { Traces } from '../traces/useTraces';
import { useOpenJob, useWorkbench } from './openJob';
import { JobMap } from './JobMap';
import type { JobView } from '../frame/jobViews';

const TraceRegion = lazy(() => import('../traces/TraceRegion'));

const names: Readonly<Partial<Record<JobView, string>>> = { fuses: 'Boxes', traces: 'Recordings' };

/** What stands beside the step of the job: the harness, or the boxes, or the recordings. */
export function LargeRegion({
  view,
  fuses,
  traces,
  held,
  shown,
  children,
}: {
  readonly view: JobView;
  readonly fuses: Fuses;
  readonly traces: Traces;
  readonly held: Pick<ForeseenOutcome, 'leaves'> | null;
  readonly shown: Test | null;
  /** What lies over its foot. */
  readonly children?: ReactNode;
}) {
  const { circuit, diagnosis } = useOpenJob();
  const { measure } = useWorkbench();
  return (
    <section aria-label={names[view] ?? 'Harness'} className="relative min-h-0 overflow-hidden">
      {view === 'fuses' ? (
        <FuseBoxes circuit={circuit} fuses={fuses} />
      ) : view === 'traces' ? (
        <Suspense fallback={<p className="text-dim p-5">Drawing …</p>}>
          <TraceRegion {...{ circuit, traces }} onPoint={measure} state={diagnosis.job.state} />
        </Suspense>
      ) : (
        <JobMap {...{ held, shown }} />
      )}
      {children}
    </section>
  );
}
