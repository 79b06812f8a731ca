import { useEffect } from 'react';
import { Link, useParams } from 'react-router';
import { TopBar } from '../app/TopBar';
import { useAppDispatch } from '../store/store';
import { loadWorkshop } from '../store/workshop';
import { useJobFacts } from './useJob';
import { Workplace } from './Workplace';

/** One job: fetched, then worked on. */
export function JobPage() {
  const { jobId = '' } = useParams();
  const dispatch = useAppDispatch();
  const facts = useJobFacts(jobId);
  useEffect(() => {
    // Names of technicians, for the ledger and the list above.
    void dispatch(loadWorkshop());
  }, [dispatch]);
  if (facts.status === 'ready') return <Workplace key={jobId} jobId={jobId} facts={facts} />;
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
