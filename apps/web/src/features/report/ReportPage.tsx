import { trained } from '@grim-lantern/contract';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { signedIn } from '../../data/access';
import type { JobFacts } from '../../data/jobs';
import { useAppSelector } from '../../data/store';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { useJobEvents, useJobFacts } from '../../data/useJob';
import { jobPath } from '../frame/jobViews';
import { TopBar } from '../frame/TopBar';
import { usePhotos } from '../photos/usePhotos';
import { CustomerLink } from './CustomerLink';
import { WrittenReport } from './WrittenReport';

/** The report of one job: printed from here, taken away as PDF, CSV or JSON, or shown to the customer by a link. */
export default function ReportPage() {
  const { jobId = '' } = useParams();
  const facts = useJobFacts(jobId);
  useFreshWorkshop();
  return (
    <div className="flex min-h-full flex-col">
      <div className="print:hidden">
        <TopBar>
          <Link to={jobPath(jobId)} className="underline">
            Back to the job
          </Link>
        </TopBar>
      </div>
      {facts.status === 'loading' && <p className="text-dim p-5 text-lg">Fetching the job …</p>}
      {facts.status === 'failed' && <p className="p-5 text-lg">{facts.why}</p>}
      {facts.status === 'ready' && <ReadyReport jobId={jobId} facts={facts} />}
    </div>
  );
}

function ReadyReport({ jobId, facts }: { jobId: string; facts: Extract<JobFacts, { status: 'ready' }> }) {
  const events = useJobEvents(jobId);
  const workshop = useAppSelector((state) => state.workshop);
  const role = useAppSelector((state) => signedIn(state)?.role);
  const house = workshop.status === 'ready' ? workshop.workshop : null;
  const { circuit, summary } = facts;
  const photos = usePhotos(summary.vehicle.id);
  const taken = useMemo(
    () => (photos ?? []).filter((each) => each.jobId === jobId && !each.removed),
    [jobId, photos],
  );
  const mayShare = role !== undefined && trained.some((each) => each === role);
  return (
    <WrittenReport key={summary.circuitId} {...{ events, house, circuit, summary }} photos={taken} takeAway>
      {mayShare && <CustomerLink jobId={jobId} />}
    </WrittenReport>
  );
}
