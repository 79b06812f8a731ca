import type { ReactNode } from 'react';
import { Suspense, lazy } from 'react';
import { BrowserRouter, Link, Route, Routes } from 'react-router';
import { Gate } from '../access/Gate';
import { JobPage } from '../job/JobPage';
import { JobsPage } from '../jobs/JobsPage';
import { ReportPage } from '../report/ReportPage';
import { SharedFeedPage } from '../vehicles/SharedFeedPage';
import { VehiclePage } from '../vehicles/VehiclePage';
import { VehiclesPage } from '../vehicles/VehiclesPage';
import { Boundary } from './Boundary';
import { TopBar } from './TopBar';

const CircuitPage = lazy(() => import('../circuits/CircuitPage'));
const AccountPage = lazy(() => import('../access/AccountPage'));
const WorkshopPage = lazy(() => import('../access/WorkshopPage'));
const EntriesPage = lazy(() => import('../outbox/EntriesPage'));
const LinkPage = lazy(() => import('../access/LinkPage'));
const SetupPage = lazy(() => import('../access/SetupPage'));

/** A view that is fetched when it is opened. */
const loaded = (view: ReactNode) => <Suspense fallback={<TopBar />}>{view}</Suspense>;
const circuitPage = loaded(<CircuitPage />);

export function App() {
  return (
    <BrowserRouter>
      <Routes>
        <Route path="welcome" element={loaded(<LinkPage />)} />
        <Route path="setup" element={loaded(<SetupPage />)} />
        <Route
          path="*"
          element={
            <Gate>
              <Boundary>
                <Views />
              </Boundary>
            </Gate>
          }
        />
      </Routes>
    </BrowserRouter>
  );
}

/** Everything that needs somebody signed in. */
function Views() {
  return (
    <Routes>
      <Route index element={<JobsPage />} />
      <Route path="vehicles" element={<VehiclesPage />} />
      <Route path="vehicles/:vehicleId" element={<VehiclePage />} />
      <Route path="vehicles/:vehicleId/shared" element={<SharedFeedPage />} />
      <Route path="vehicles/:vehicleId/circuits/new" element={circuitPage} />
      <Route path="vehicles/:vehicleId/circuits/:circuitId" element={circuitPage} />
      <Route path="jobs/:jobId" element={<JobPage />} />
      <Route path="jobs/:jobId/report" element={<ReportPage />} />
      <Route path="jobs/:jobId/:view" element={<JobPage />} />
      <Route path="entries" element={loaded(<EntriesPage />)} />
      <Route path="account" element={loaded(<AccountPage />)} />
      <Route path="workshop" element={loaded(<WorkshopPage />)} />
      <Route path="*" element={<NotHere />} />
    </Routes>
  );
}

function NotHere() {
  return (
    <>
      <TopBar />
      <main className="p-5">
        <p className="mb-4 text-lg">There is nothing at this address.</p>
        <Link to="/" className="key inline-flex items-center">
          Back to the jobs
        </Link>
      </main>
    </>
  );
}
