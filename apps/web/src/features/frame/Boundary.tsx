import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import type { FallbackProps } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { ofTab } from '../../data/browserStorage';

/** A view that fails leaves the rest of the page, what is typed elsewhere and what waits to be sent as they are. */
export function Boundary({ children }: { readonly children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Failed} resetKeys={[pathname]} onError={reloadForChunk}>
      {children}
    </ErrorBoundary>
  );
}

function Failed({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <main role="alert" className="mx-auto flex w-full max-w-[640px] flex-col gap-4 px-4 py-8">
      <h1 className="text-2xl font-semibold">This view has failed</h1>
      <p>Nothing that you entered is lost: it is stored, or waits in this browser to be sent.</p>
      <pre className="border-line text-dim overflow-auto border p-3 font-mono text-[13px] whitespace-pre-wrap">
        {reportOf(error)}
      </pre>
      <div className="flex flex-wrap gap-3">
        <button type="button" className="key key-chosen" onClick={resetErrorBoundary}>
          Try again
        </button>
        <CopyReport error={error} />
        {/* A link of the browser's own: it begins the page anew, whatever state it is in. */}
        <a href="/" className="key inline-flex items-center">
          Back to the jobs
        </a>
      </div>
    </main>
  );
}

/** A part of a page that fails leaves the others as they are; with the next entry, or another view in it, it is tried again. */
export function RegionBoundary({
  name,
  entries,
  view,
  children,
}: {
  /** Such as “The map”. */
  readonly name: string;
  /** How many entries the page holds. */
  readonly entries: number;
  /** Which of its views is on show, where it has several. */
  readonly view?: string;
  readonly children: ReactNode;
}) {
  return (
    <ErrorBoundary
      fallbackRender={(props) => <RegionFailed {...props} name={name} />}
      resetKeys={[entries, view]}
      onError={reloadForChunk}
    >
      {children}
    </ErrorBoundary>
  );
}

function RegionFailed({ name, error, resetErrorBoundary }: FallbackProps & { readonly name: string }) {
  return (
    <div role="alert" className="flex flex-col items-start gap-2 p-4">
      <p>{name} cannot be shown. What you entered is kept, and the rest of the page goes on.</p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="key" onClick={resetErrorBoundary}>
          Try again
        </button>
        <CopyReport error={error} />
      </div>
    </div>
  );
}

/** What whoever mends it needs to know: the failure, where, and in which browser. */
const reportOf = (error: unknown) =>
  `${error instanceof Error ? error.message : String(error)}\n${location.pathname}\n${navigator.userAgent}`;

function CopyReport({ error }: { readonly error: unknown }) {
  return (
    <button
      type="button"
      className="key border-line"
      onClick={() => void navigator.clipboard?.writeText(reportOf(error))}
    >
      Copy the report
    </button>
  );
}

const mark = 'grim-lantern/reloaded';

/** After an upgrade the pieces of the old page are gone from the server: one reload brings the new page. */
function reloadForChunk(error: unknown): void {
  const missing =
    error instanceof Error && /dynamically imported module|Failed to fetch|chunk/i.test(error.message);
  if (!missing || ofTab.getItem(mark) === location.pathname) return;
  ofTab.setItem(mark, location.pathname);
  location.reload();
}
