import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { TopBar } from '../frame/TopBar';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { useJobFacts } from '../../data/useJob';
import { PhotoContext } from '../photos/PhotoContext';
import { Workplace } from './Workplace';

/** One job: fetched, then worked on. */
export default function JobPage() {
  const { jobId = '' } = useParams();
  const facts = useJobFacts(jobId);
  useFreshWorkshop();
  const vehicleId = facts.status === 'ready' ? facts.summary.vehicle.id : null;
  const photos = useMemo(() => (vehicleId === null ? null : { vehicleId, jobId }), [vehicleId, jobId]);
  if (facts.status === 'ready') {
    return (
      <PhotoContext value={photos}>
        {/* Nothing that was worked out for another drawing is shown with this one. */}
        <Workplace key={`${jobId} ${facts.summary.circuitId}`} jobId={jobId} facts={facts} />
      </PhotoContext>
    );
  }
  return (
    <div className="flex h-full flex-col">
      <TopBar />
      <main className="p-5">
        {facts.status === 'loading' ? (
          <p className="text-dim text-lg">Fetching the job …</p>
        ) : (
          <>
            <p className="text-lg">{facts.why}</p>
            <Link to="/" className="key mt-4 inline-flex items-center">
              Back to the jobs
            </Link>
          </>
        )}
      </main>
    </div>
  );
}
