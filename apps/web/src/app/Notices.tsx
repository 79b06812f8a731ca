import { outboxSlice } from '../store/outbox';
import { useAppDispatch, useAppSelector } from '../store/store';

/** What did not reach the server, and what the server would not take. Nothing typed is ever lost. */
export function Notices() {
  const dispatch = useAppDispatch();
  const { waiting, trouble, refused } = useAppSelector((state) => state.outbox);
  const entries = waiting.length === 1 ? '1 entry is' : `${waiting.length} entries are`;
  return (
    <div aria-live="polite">
      {trouble !== null && waiting.length > 0 && (
        <p role="alert" className="border-clash text-clash border-b px-5 py-2">
          {trouble} {entries} kept here and will be sent when it is back.
        </p>
      )}
      {refused !== null && (
        <div role="alert" className="border-clash flex items-center justify-between gap-4 border-b px-5 py-2">
          <p className="text-clash">
            Not stored: {refused.why}
            {refused.outgoing.event.type === 'reading-taken' && (
              <> You entered “{refused.outgoing.event.typed}”.</>
            )}
          </p>
          <button
            type="button"
            className="key border-line"
            onClick={() => dispatch(outboxSlice.actions.refusalSeen())}
          >
            Seen
          </button>
        </div>
      )}
    </div>
  );
}
