import type { BenchSubject, RelayPart } from '@grim-lantern/core';
import { benchVerdict } from '@grim-lantern/core';
import { format } from 'date-fns';
import { useAppSelector } from '../../data/store';
import { BenchLines } from './BenchLines';
import { useRelayEntries } from './useRelayEntries';

/** The bench tests of the relay in one socket of a vehicle, newest first; each judged anew by the same rules. */
export function BenchHistory({
  relay,
  vehicleId,
  subject,
}: {
  readonly relay: RelayPart;
  readonly vehicleId: string;
  readonly subject: BenchSubject;
}) {
  const entries = useRelayEntries(vehicleId, relay);
  const technicians = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.technicians : none,
  );
  const tests = (entries ?? []).flatMap(({ id, at, author, entry }) =>
    entry.type === 'bench' ? [{ id, at, author, readings: entry.readings }] : [],
  );
  return (
    <section aria-label="Earlier bench tests" className="border-line mt-2 border-t pt-2">
      <h3 className="text-dim">Tests of the relay in this socket</h3>
      {entries === null && <p className="text-clash">They cannot be fetched now.</p>}
      {entries !== null && tests.length === 0 && <p className="text-dim">None yet.</p>}
      {[...tests].reverse().map(({ id, at, author, readings }) => (
        <article key={id} className="mt-2">
          <p className="text-dim text-[14px]">
            {format(new Date(at), 'd MMM yyyy, HH:mm')},{' '}
            {technicians.find((each) => each.id === author)?.name ?? 'someone'}
          </p>
          <BenchLines verdict={benchVerdict(subject, readings)} />
        </article>
      ))}
    </section>
  );
}

const none: readonly [] = [];
