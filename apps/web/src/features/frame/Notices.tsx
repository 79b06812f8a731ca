import { format, isToday } from 'date-fns';
import { Link } from 'react-router';
import { loadNewVersion } from '../../offline/registerOffline';
import { useAppSelector } from '../../data/store';
import { useOwnEntries } from './useOwnEntries';

/** What did not reach the server, what it would not take, and whether the browser keeps it. Nothing typed is ever lost. */
export function Notices() {
  const { waiting, refused, trouble, unkept } = useOwnEntries();
  const { copiedAt, newVersion } = useAppSelector(({ link }) => link);
  const workshopId = useAppSelector(({ session }) => session.workshopId);
  const photos = useAppSelector((state) => state.photos.waiting);
  const refusedPhotos = photos.filter((each) => each.why !== null && each.workshopId === workshopId);
  const entries = waiting.length === 1 ? '1 entry is' : `${waiting.length} entries are`;
  const inDanger = unkept !== null && waiting.length + refused.length > 0;
  return (
    <div aria-live="polite">
      {trouble !== null && waiting.length > 0 && (
        <p role="alert" className="border-clash text-clash border-b px-5 py-2">
          {trouble} {entries} kept here and will be sent when it is back.
        </p>
      )}
      {copiedAt !== null && (trouble === null || waiting.length === 0) && (
        <p className="border-line text-dim border-b px-5 py-2">
          No connection: as read {isToday(copiedAt) ? 'at' : 'on'}{' '}
          {format(copiedAt, isToday(copiedAt) ? 'HH:mm' : 'd MMM, HH:mm')}. Entries are kept and sent later.
        </p>
      )}
      {newVersion && (
        <p className="border-line flex items-center justify-between gap-4 border-b px-5 py-2">
          A new version of this page is ready.
          <button type="button" className="key" onClick={() => void loadNewVersion()}>
            Load it
          </button>
        </p>
      )}
      {refusedPhotos[0] !== undefined && (
        <div role="alert" className="border-clash flex items-center justify-between gap-4 border-b px-5 py-2">
          <p className="text-clash">
            {refusedPhotos.length === 1
              ? `A photo was not stored: ${refusedPhotos[0].why}`
              : `${refusedPhotos.length} photos were not stored.`}
          </p>
          <Link
            to={`/vehicles/${refusedPhotos[0].vehicleId}`}
            className="key border-line inline-flex shrink-0 items-center"
          >
            Look
          </Link>
        </div>
      )}
      {(refused.length > 0 || inDanger) && (
        <div role="alert" className="border-clash flex items-center justify-between gap-4 border-b px-5 py-2">
          <p className="text-clash">
            {refused.length === 1 && <>Not stored: {refused[0]!.why}</>}
            {refused.length > 1 && <>{refused.length} entries were not stored.</>}
            {inDanger && <> {unkept} Download the entries before you close this page.</>}
          </p>
          <Link to="/entries" className="key border-line inline-flex shrink-0 items-center">
            Look
          </Link>
        </div>
      )}
    </div>
  );
}
