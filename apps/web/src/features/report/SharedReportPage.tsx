import type { SharedReport } from '@grim-lantern/contract';
import { useEffect, useState } from 'react';
import { request, whyNot } from '../../data/request';
import { WrittenReport } from './WrittenReport';

/** Where a customer's link leads: the report of one job, without a sign-in. The token is behind “#”, which no server logs. */
export default function SharedReportPage() {
  const token = location.hash.slice(1);
  const [shared, setShared] = useState<SharedReport | string | null>(null);
  useEffect(() => {
    void request('sharedReport', { body: { token } }).then((answer) =>
      setShared(answer.status === 'done' ? answer.reply : whyNot(answer)),
    );
  }, [token]);
  if (shared === null) return <p className="text-dim p-5">Fetching the report …</p>;
  if (typeof shared === 'string') {
    return (
      <main className="p-5">
        <p role="alert" className="text-lg">
          {shared}
        </p>
      </main>
    );
  }
  const { circuit, job, events, workshop } = shared;
  return <WrittenReport circuit={circuit} summary={job} events={events} house={workshop} />;
}
