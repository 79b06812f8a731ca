import { format } from 'date-fns';

/** A link that was made just now: what to do with it, until when it works, and the link itself. */
export function LinkShown({
  address,
  until,
  words,
}: {
  readonly address: string;
  readonly until: Date;
  /** What to do with it; followed by the date. */
  readonly words: string;
}) {
  return (
    <div role="status" className="border-agree border-l-4 pl-3">
      <p>
        {words} {format(until, 'd MMMM yyyy')}:
      </p>
      <p className="my-2 font-mono text-sm break-all select-all">{address}</p>
      {/* Over plain http, from another machine, the browser has no clipboard for pages: the link is selected by hand. */}
      {'clipboard' in navigator && (
        <button type="button" className="key" onClick={() => void navigator.clipboard.writeText(address)}>
          Copy link
        </button>
      )}
    </div>
  );
}
