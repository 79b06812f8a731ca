import { Toast } from 'radix-ui';
import type { LastEntry } from './useLastEntry';

/** As long as a slip of the thumb is noticed. */
const shownMilliseconds = 10_000;

/** What was entered just now, and its way back: for ten seconds, at the foot of the map, where it covers no answer. */
export function UndoEntry({
  last,
  onUndo,
  onGone,
}: {
  readonly last: LastEntry | null;
  readonly onUndo: () => void;
  readonly onGone: () => void;
}) {
  return (
    <Toast.Provider duration={shownMilliseconds} swipeDirection="left" label="Entered">
      {last !== null && (
        <Toast.Root
          key={last.id}
          open
          onOpenChange={(open) => {
            if (!open) onGone();
          }}
          className="bg-raised border-ink pointer-events-auto flex items-center gap-3 border py-1 pr-1 pl-3"
        >
          <Toast.Title className="min-w-0 grow truncate">
            <b className="font-mono text-[15px] font-semibold">{last.value}</b>{' '}
            <span className="text-dim">{last.what}</span>
          </Toast.Title>
          <Toast.Action altText="Withdraw it in the list of readings" asChild>
            <button type="button" className="key shrink-0" onClick={onUndo}>
              Undo
            </button>
          </Toast.Action>
        </Toast.Root>
      )}
      <Toast.Viewport className="pointer-events-none absolute bottom-2 left-2 z-10 flex max-w-[min(480px,calc(100%-72px))] list-none flex-col" />
    </Toast.Provider>
  );
}
