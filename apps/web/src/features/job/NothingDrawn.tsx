import { Link } from 'react-router';
import { drawingPath, jobPath } from '../frame/jobViews';
import { JobPhotos } from '../photos/JobPhotos';
import { useOpenJob } from './openJob';

/** What a job holds before anything is drawn of its circuit, and how the search begins. */
export function NothingDrawn() {
  const { jobId, circuit, summary } = useOpenJob();
  const { circuitId, vehicle } = summary;
  const key = 'key border-line inline-flex items-center';
  return (
    <div className="flex flex-col items-start gap-3 py-4">
      <h2 className="text-2xl font-semibold">Nothing is drawn of this yet</h2>
      <p>
        Draw what you know, however roughly: a fuse, its wire, what hangs on it. Then the search begins, and
        this job goes on with what is drawn.
      </p>
      <Link
        to={drawingPath(vehicle.id, circuitId, jobId)}
        className="key key-chosen inline-flex items-center"
      >
        Draw the circuit
      </Link>
      <p className="text-dim">Until then the job keeps what you find:</p>
      <div className="flex flex-wrap gap-2">
        <Link to={jobPath(jobId, 'traces')} replace className={key}>
          Keep a recording
        </Link>
        <Link to={jobPath(jobId, 'relay')} replace className={key}>
          Test a relay by itself
        </Link>
        <Link to={jobPath(jobId, 'story')} replace className={key}>
          What the customer says
        </Link>
        <Link to={`/vehicles/${vehicle.id}`} className={key}>
          Draw the fuse boxes
        </Link>
      </div>
      <JobPhotos circuit={circuit} />
    </div>
  );
}
