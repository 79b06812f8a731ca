import type { SharedReport } from '@grim-lantern/contract';
import { useCallback, useEffect, useState } from 'react';
import { addressOf, request, whyNot } from '../../data/request';
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
  const pictures = useCallback((photo: string) => sharedPicture(token, photo), [token]);
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
  const { circuit, job, events, workshop, photos } = shared;
  return <WrittenReport {...{ circuit, events, photos, pictures }} summary={job} house={workshop} />;
}

/** A photo of the report, by its link. */
async function sharedPicture(token: string, photo: string): Promise<Blob | null> {
  try {
    const response = await fetch(addressOf('sharedPhoto'), {
      method: 'post',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ token, photo }),
    });
    return response.ok ? await response.blob() : null;
  } catch {
    return null;
  }
}
