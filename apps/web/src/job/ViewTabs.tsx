import { Link } from 'react-router';
import type { JobView } from './jobViews';
import { jobViews } from './jobViews';

/** The steps of a job; the mark says where something is still wanted. */
export function ViewTabs({
  jobId,
  chosen,
  wanted,
  hidden,
}: {
  readonly jobId: string;
  readonly chosen: JobView;
  readonly wanted: Readonly<Partial<Record<JobView, string>>>;
  /** Views that this circuit has nothing for. */
  readonly hidden: readonly JobView[];
}) {
  return (
    <nav
      aria-label="Steps of the job"
      className="border-line bg-ground sticky top-0 z-[5] -mx-4 flex overflow-x-auto border-b lg:-mx-5"
    >
      {jobViews
        .filter(({ id }) => !hidden.includes(id))
        .map(({ id, name }) => (
          <Link
            key={id}
            to={id === 'next' ? `/jobs/${jobId}` : `/jobs/${jobId}/${id}`}
            replace
            aria-current={id === chosen ? 'page' : undefined}
            title={wanted[id]}
            className={`flex min-h-12 min-w-11 shrink-0 grow items-center justify-center gap-1 px-1 text-[15px] font-medium ${id === chosen ? 'bg-ink text-ground' : 'text-dim hover:text-ink'}`}
          >
            {name}
            {wanted[id] !== undefined && (
              <>
                <span aria-hidden className={id === chosen ? '' : 'text-clash'}>
                  •
                </span>
                <span className="sr-only">{wanted[id]}</span>
              </>
            )}
          </Link>
        ))}
    </nav>
  );
}
