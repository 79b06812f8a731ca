import type { JobSummary } from '@grim-lantern/contract';
import type { JobEvent } from '@grim-lantern/core';
import { Link } from 'react-router';
import { useAppSelector } from '../../data/store';
import { drawingPath } from '../frame/jobViews';
import { useRecording } from '../entry/recording';

/** Where the job's drawing has a later revision: one tap to go on with it. What was read at points that are gone is kept. */
export function DrawingNotice({
  summary,
  misfits,
}: {
  readonly summary: JobSummary;
  readonly misfits: readonly JobEvent[];
}) {
  const record = useRecording();
  const workshop = useAppSelector((state) => state.workshop);
  const circuits = workshop.status === 'ready' ? workshop.workshop.circuits : [];
  const own = circuits.find(({ id }) => id === summary.circuitId);
  const later =
    own === undefined || own.latest === own.id ? undefined : circuits.find(({ id }) => id === own.latest);
  const readings = misfits.flatMap((event) => (event.type === 'reading-taken' ? [event] : []));
  return (
    <>
      {later !== undefined && (
        <p
          role="status"
          className="border-ink flex flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1 lg:px-5"
        >
          The drawing has a newer revision ({later.revision}).
          <button
            type="button"
            className="key"
            disabled={record === null}
            onClick={() => record?.({ type: 'circuit-followed', circuit: later.id })}
          >
            Go on with it
          </button>
          <Link to={drawingPath(summary.vehicle.id, later.id)} className="underline">
            Look at it
          </Link>
        </p>
      )}
      {misfits.length > 0 && (
        <p className="border-line border-b px-4 py-1.5 lg:px-5">
          The drawing no longer has the points of{' '}
          {misfits.length === 1 ? 'one entry' : `${misfits.length} entries`}: kept, not weighed.{' '}
          {readings.map(({ test, typed }) => `${test.at}: ${typed}`).join('; ')}
        </p>
      )}
    </>
  );
}
