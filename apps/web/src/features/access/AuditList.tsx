import type { AuditLine, Reply } from '@grim-lantern/contract';
import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import type { Answer } from '../../data/request';
import { request, whyNot } from '../../data/request';

/** Who did what, newest first, a hundred lines at a time. */
export function AuditList() {
  const [lines, setLines] = useState<readonly AuditLine[]>([]);
  const [more, setMore] = useState(true);
  const [why, setWhy] = useState<string | null>(null);
  const take = (answer: Answer<Reply<'audit'>>, known: readonly AuditLine[]) => {
    if (answer.status !== 'done') return setWhy(whyNot(answer));
    setLines([...known, ...answer.reply.lines]);
    setMore(answer.reply.lines.length === 100);
  };
  useEffect(() => {
    void request('audit').then((answer) => take(answer, []));
  }, []);
  const earlier = async (before: number) => take(await request('audit', { query: { before } }), lines);
  return (
    <section aria-labelledby="audit" className="flex flex-col gap-3">
      <h2 id="audit" className="text-2xl font-semibold">
        Who did what
      </h2>
      {why !== null && <p className="text-clash">{why}</p>}
      <ul>
        {lines.map(({ number, at, who, what, about, from }) => (
          <li key={number} className="border-line flex flex-wrap gap-x-4 border-b py-1.5">
            <time dateTime={at} className="text-dim w-40 shrink-0">
              {format(new Date(at), 'd MMM yyyy HH:mm')}
            </time>
            <span className="min-w-0 break-words">
              {who}: {what}
              {about !== '' && <> “{about}”</>}
              <span className="text-dim"> · {from}</span>
            </span>
          </li>
        ))}
      </ul>
      {more && lines.length > 0 && (
        <button
          type="button"
          className="key border-line self-start"
          onClick={() => void earlier(lines.at(-1)!.number)}
        >
          Earlier
        </button>
      )}
    </section>
  );
}
