import type { OutboxState } from '../../data/outbox';
import { ofWorkshop } from '../../data/outbox';
import { useAppSelector } from '../../data/store';

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
