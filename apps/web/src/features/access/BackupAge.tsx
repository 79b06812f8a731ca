import type { Reply } from '@grim-lantern/contract';
import { formatDistanceToNow } from 'date-fns';
import { useEffect, useState } from 'react';
import { request } from '../../data/request';

const day = 86_400_000;

/** How old the newest backup of the installation is; a warning where it is older than two days, or there is none. */
export function BackupAge() {
  const [backups, setBackups] = useState<Reply<'backups'> | null>(null);
  const [now] = useState(() => Date.now());
  useEffect(() => {
    void request('backups').then((answer) => answer.status === 'done' && setBackups(answer.reply));
  }, []);
  if (backups === null) return null;
  const { newest, count } = backups;
  const late = newest === null || now - Date.parse(newest) > 2 * day;
  return (
    <section aria-labelledby="backups">
      <h2 id="backups" className="mb-2 text-2xl font-semibold">
        Backups
      </h2>
      <p className={late ? 'text-clash' : ''}>
        {newest === null
          ? 'There is no nightly backup yet: the first is made within an hour of the start.'
          : `The newest nightly backup is ${formatDistanceToNow(newest)} old; ${count} ${count === 1 ? 'is' : 'are'} kept.`}
      </p>
      <p className="text-dim">
        They lie on this machine. Copy one to another place now and then: ./lantern backup FILE makes one at
        any time.
      </p>
    </section>
  );
}
