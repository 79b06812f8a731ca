import type { ReactNode } from 'react';
import { Suspense, lazy } from 'react';
import { BrowserRouter, Link, Route, Routes } from 'react-router';
import { Gate } from './features/access/Gate';
import { JobsPage } from './features/jobs/JobsPage';
import { Boundary } from './features/frame/Boundary';
import { TopBar } from './features/frame/TopBar';
import { PaletteHost } from './features/palette/PaletteHost';

const loadJobPage = () => import('./features/job/JobPage');
const JobPage = lazy(loadJobPage);
const ReportPage = lazy(() => import('./features/report/ReportPage'));
const VehiclesPage = lazy(() => import('./features/vehicles/VehiclesPage'));
const VehiclePage = lazy(() => import('./features/vehicles/VehiclePage'));
const SharedFeedPage = lazy(() => import('./features/vehicles/SharedFeedPage'));
const CircuitPage = lazy(() => import('./features/circuits/CircuitPage'));
const AccountPage = lazy(() => import('./features/access/AccountPage'));
const WorkshopPage = lazy(() => import('./features/access/WorkshopPage'));
const EntriesPage = lazy(() => import('./features/outbox/EntriesPage'));
const HelpPage = lazy(() => import('./features/help/HelpPage'));
const LinkPage = lazy(() => import('./features/access/LinkPage'));
const SharedReportPage = lazy(() => import('./features/report/SharedReportPage'));
const SetupPage = lazy(() => import('./features/access/SetupPage'));

// Whatever was opened first, a job comes next: its view is fetched meanwhile, and at once where it is the one that is opened.
const isJob = /^\/jobs\/[^/]+(\/(?!report)|$)/.test(location.pathname);
setTimeout(() => void loadJobPage().catch(() => undefined), isJob ? 0 : 1500);

/** A view that is fetched when it is opened. */
const loaded = (view: ReactNode) => <Suspense fallback={<TopBar />}>{view}</Suspense>;
const circuitPage = loaded(<CircuitPage />);
const jobPage = loaded(<JobPage />);

/** The application: its views by address, each fetched when it is first opened. */
export function App() {
  return (
    <BrowserRouter>
      <Routes>
        <Route path="welcome" element={loaded(<LinkPage />)} />
        <Route
          path="report"
          element={
            <Boundary>
              <Suspense fallback={null}>
                <SharedReportPage />
              </Suspense>
            </Boundary>
          }
        />
        <Route path="setup" element={loaded(<SetupPage />)} />
        <Route
          path="*"
          element={
            <Gate>
              <Boundary>
                <Views />
                <PaletteHost />
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
      <Route path="vehicles" element={loaded(<VehiclesPage />)} />
      <Route path="vehicles/:vehicleId" element={loaded(<VehiclePage />)} />
      <Route path="vehicles/:vehicleId/shared" element={loaded(<SharedFeedPage />)} />
      <Route path="vehicles/:vehicleId/circuits/new" element={circuitPage} />
      <Route path="vehicles/:vehicleId/circuits/:circuitId" element={circuitPage} />
      <Route path="jobs/:jobId" element={jobPage} />
      <Route path="jobs/:jobId/report" element={loaded(<ReportPage />)} />
      <Route path="jobs/:jobId/:view" element={jobPage} />
      <Route path="entries" element={loaded(<EntriesPage />)} />
      <Route path="help" element={loaded(<HelpPage />)} />
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
