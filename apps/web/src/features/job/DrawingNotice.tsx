import type { JobSummary } from '@grim-lantern/contract';
import type { Circuit, JobEvent } from '@grim-lantern/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../../data/store';
import { drawingPath } from '../frame/jobViews';
import { useRecording } from '../entry/recording';
import { LostPoint } from './LostPoint';

/** Where the job's drawing has a later revision: one tap to go on with it. What was read at points that are gone is asked about. */
export function DrawingNotice({
  summary,
  circuit,
  misfits,
}: {
  readonly summary: JobSummary;
  readonly circuit: Circuit;
  readonly misfits: readonly JobEvent[];
}) {
  const record = useRecording();
  const workshop = useAppSelector((state) => state.workshop);
  const circuits = workshop.status === 'ready' ? workshop.workshop.circuits : none;
  const own = circuits.find(({ id }) => id === summary.circuitId);
  const later =
    own === undefined || own.latest === own.id ? undefined : circuits.find(({ id }) => id === own.latest);
  const earlier = useMemo(
    () =>
      circuits
        .filter(({ latest, revision }) => latest === own?.latest && revision < own.revision)
        .sort((one, other) => other.revision - one.revision),
    [circuits, own],
  );
  const readings = misfits.filter((event) => event.type === 'reading-taken');
  const [first] = readings;
  const others = misfits.length - readings.length;
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
      {first !== undefined && (
        <LostPoint key={first.id} {...{ circuit, earlier }} reading={first} more={readings.length - 1} />
      )}
      {others > 0 && (
        <p className="border-line border-b px-4 py-1.5 lg:px-5">
          The drawing no longer has the points of {others === 1 ? 'one entry' : `${others} entries`}: kept,
          not weighed.
        </p>
      )}
    </>
  );
}

const none: readonly [] = [];
