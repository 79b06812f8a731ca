import type { JobSummary } from '@grim-lantern/contract';
import type { JobState } from '@grim-lantern/core';
import { activeReadings, minutes, readingCount } from '@grim-lantern/core';
import { TopBar } from '../frame/TopBar';
import { costOf, money } from '../../data/money';
import { useSettings } from '../../data/useSettings';

/** What the job is about, and what it has cost so far. */
export function JobHead({
  summary,
  job,
}: {
  readonly summary: JobSummary;
  /** Null while it is worked out. */
  readonly job: JobState | null;
}) {
  const { hourlyRate, currency } = useSettings();
  return (
    <>
      <button
        type="button"
        className="key bg-ground sr-only z-40 focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:px-3.5"
        onClick={() => document.getElementById('work')?.focus()}
      >
        Skip to the reading
      </button>
      <TopBar working>
        <div className="flex flex-col justify-between md:flex-row md:items-baseline md:gap-x-4">
          <h1 className="min-w-0 truncate leading-tight md:text-lg">
            {summary.title}
            <span className="text-dim hidden md:inline">
              {' '}
              – {summary.vehicle.name}, {summary.vehicle.service}
            </span>
          </h1>
          {job !== null && (
            <span className="text-dim shrink-0 truncate font-mono text-[12px] md:text-[13px]">
              {minutes(job.minutes)} · {money(costOf(job, hourlyRate), currency)}
              <span className="sr-only md:not-sr-only">
                {' '}
                so far · {readingCount(activeReadings(job).length)}
              </span>
            </span>
          )}
        </div>
      </TopBar>
    </>
  );
}
