import type { WorkProgress, WorkStep } from '@grim-lantern/core';
import { relaysOf, workProgress, workSteps } from '@grim-lantern/core';
import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Link } from 'react-router';
import type { JobView } from '../frame/jobViews';
import { useOpenJob } from './openJob';
import { drawingPath, inHand, jobPath, viewOfStep } from '../frame/jobViews';
import { wantedIn } from './wanted';

const stepNames: Readonly<Record<WorkStep, string>> = {
  heard: 'Heard',
  seen: 'Seen',
  measured: 'Measured',
  alone: 'Alone',
  repaired: 'Repaired',
  proven: 'Proven',
};

/**
 * Where the job stands in the order of work, each step a way to where it is done; beside them what one may hold in the
 * hand, the drawing and the report. On a narrow screen these stand behind one key.
 */
export function JobNav({ chosen }: { readonly chosen: JobView }) {
  const { jobId, summary, circuit, diagnosis } = useOpenJob();
  const progress = workProgress(diagnosis.job, diagnosis.assessment);
  const wanted = wantedIn(circuit, diagnosis, progress);
  const { done, at } = progress;
  // Of the two steps of one view, the one that the work has come to.
  const inView = workSteps.filter((step) => viewOfStep[step] === chosen);
  const shown = inView.filter((step) => done.has(step) || step === at).at(-1) ?? inView[0];
  const others = [
    ...inHand
      .filter(({ id }) => id !== 'relay' || relaysOf(circuit).length > 0)
      .map(({ id, name }) => ({ name, to: jobPath(jobId, id), view: id, mark: wanted[id] })),
    {
      name: 'Drawing',
      to: drawingPath(summary.vehicle.id, summary.circuitId, jobId),
      view: null,
      mark: undefined,
    },
    { name: 'Report', to: jobPath(jobId, 'report'), view: null, mark: undefined },
  ];
  return (
    <nav
      aria-label="Steps of the job"
      className="border-line flex shrink-0 justify-between gap-x-1 border-b px-1 sm:gap-x-4 sm:px-2 lg:px-3"
    >
      <ol className="flex grow sm:grow-0">
        {workSteps.map((step) => (
          <li key={step} className="flex grow">
            <Link
              to={jobPath(jobId, viewOfStep[step])}
              replace
              aria-current={step === shown ? 'page' : undefined}
              title={wanted[viewOfStep[step]]}
              className={`flex min-h-11 min-w-11 grow items-center justify-center gap-1 border-b-[3px] px-1 text-[14px] font-medium sm:px-2.5 sm:text-[15px] ${lineOf(step, progress)} ${step === shown ? 'bg-raised text-ink' : 'text-dim hover:text-ink'}`}
            >
              {stepNames[step]}
              {done.has(step) && <span className="sr-only">, done</span>}
              {step === firstOf(viewOfStep[step]) && <Wanted what={wanted[viewOfStep[step]]} />}
            </Link>
          </li>
        ))}
      </ol>
      <ul className="hidden md:flex" aria-label="In hand">
        {others.map(({ name, to, view, mark }) => (
          <li key={name} className="flex">
            <Link
              to={to}
              replace={view !== null}
              aria-current={view === chosen ? 'page' : undefined}
              title={mark}
              className={`flex min-h-11 min-w-11 items-center gap-1 px-2 text-[15px] ${view === chosen ? 'bg-ink text-ground' : 'text-dim hover:text-ink'}`}
            >
              {name}
              <Wanted what={mark} />
            </Link>
          </li>
        ))}
      </ul>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label="Fuse box, relay, module, recording and more"
          className="text-dim flex min-h-11 min-w-11 items-center justify-center md:hidden"
        >
          <Ellipsis size={22} aria-hidden />
          <Wanted what={others.map(({ mark }) => mark).find((each) => each !== undefined)} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            className="border-ink bg-ground z-30 flex min-w-44 flex-col border"
          >
            {others.map(({ name, to, view, mark }) => (
              <DropdownMenu.Item key={name} asChild>
                <Link
                  to={to}
                  replace={view !== null}
                  className="data-highlighted:bg-raised flex min-h-12 items-center gap-2 px-4 text-lg outline-none"
                >
                  {name}
                  <Wanted what={mark} />
                </Link>
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </nav>
  );
}

/** The first step that is done in a view. */
const firstOf = (view: JobView) => workSteps.find((step) => viewOfStep[step] === view);

/** Green for what is behind the job, ink for where the work is. */
function lineOf(step: WorkStep, { done, at }: WorkProgress): string {
  if (done.has(step)) return 'border-agree';
  return step === at ? 'border-ink' : 'border-line';
}

/** A mark where something is still wanted. */
function Wanted({ what }: { readonly what: string | undefined }) {
  if (what === undefined) return null;
  return (
    <>
      <span aria-hidden className="text-clash">
        •
      </span>
      <span className="sr-only">, {what}</span>
    </>
  );
}
