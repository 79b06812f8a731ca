import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { request, whyNot } from '../../data/request';
import { LinkShown } from '../../ui/LinkShown';

/** So long a link works unless it is ended before. */
const days = 30;

/** The link by which a customer reads this report, and nothing else: made, sent by hand, ended. */
export function CustomerLink({ jobId }: { readonly jobId: string }) {
  const [until, setUntil] = useState<Date | null>(null);
  const [address, setAddress] = useState<string | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const shownUntil = (time: string | null) => setUntil(time === null ? null : new Date(time));
  useEffect(() => {
    // Without a network there is no link to make either: what is printed and saved needs none.
    void request('reportShown', { params: { jobId } }).then((answer) => {
      if (answer.status === 'done') shownUntil(answer.reply.until);
    });
  }, [jobId]);
  const make = async () => {
    const answer = await request('shareReport', { params: { jobId }, body: { days } });
    setWhy(answer.status === 'done' ? null : whyNot(answer));
    if (answer.status !== 'done') return;
    setAddress(`${location.origin}/report#${answer.reply.token}`);
    shownUntil(answer.reply.expiresAt);
  };
  const end = async () => {
    const answer = await request('endReportLink', { params: { jobId } });
    setWhy(answer.status === 'done' ? null : whyNot(answer));
    if (answer.status !== 'done') return;
    setAddress(null);
    setUntil(null);
  };
  return (
    <section aria-label="Link for the customer" className="mb-4 flex flex-col gap-2 print:hidden">
      <div className="flex flex-wrap items-center gap-2">
        <button type="button" className="key" onClick={() => void make()}>
          {until === null ? 'Make a link for the customer' : 'Make a new link'}
        </button>
        {until !== null && (
          <button type="button" className="key border-line" onClick={() => void end()}>
            End the link
          </button>
        )}
        <span className="text-dim text-[15px]">
          {until === null
            ? `Shows this report and nothing else, without a sign-in, for ${days} days.`
            : `Whoever has the link reads this report until ${format(until, 'd MMMM yyyy')}. A new one ends it.`}
        </span>
      </div>
      {why !== null && (
        <p role="alert" className="text-clash">
          {why}
        </p>
      )}
      {address !== null && until !== null && (
        <LinkShown address={address} until={until} words="Send the customer this link. It works until" />
      )}
    </section>
  );
}
