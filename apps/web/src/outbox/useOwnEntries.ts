import type { OutboxState } from '../store/outbox';
import { ofWorkshop } from '../store/outbox';
import { useAppSelector } from '../store/store';

/** The outbox without what was entered for another workshop. */
export function useOwnEntries(): OutboxState {
  const outbox = useAppSelector((state) => state.outbox);
  const workshopId = useAppSelector((state) => state.session.workshopId);
  return {
    ...outbox,
    waiting: ofWorkshop(outbox.waiting, workshopId),
    refused: ofWorkshop(outbox.refused, workshopId),
  };
}
