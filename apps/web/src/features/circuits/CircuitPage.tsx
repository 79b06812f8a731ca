import type { CircuitRecord, Colleague } from '@grim-lantern/contract';
import { format } from 'date-fns';
import { useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { fetchCircuit } from '../../data/circuits';
import { whyNot } from '../../data/request';
import { TopBar } from '../frame/TopBar';
import { useAppSelector } from '../../data/store';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { CircuitEditor } from './CircuitEditor';
import { keptDraft } from './keptDraft';
import { drawingPath } from '../frame/jobViews';

type Fetched =
  | { readonly status: 'loading' }
  | { readonly status: 'failed'; readonly why: string }
  | { readonly status: 'ready'; readonly record: CircuitRecord | null };

/** A circuit of a vehicle, new or known, to be drawn. */
export default function CircuitPage() {
  const { vehicleId = '', circuitId } = useParams();
  useFreshWorkshop();
  const workshop = useAppSelector((state) => state.workshop);
  const fetched = useRecord(circuitId ?? null);
  const kept = useMemo(() => keptDraft(vehicleId, circuitId ?? null)?.text ?? null, [vehicleId, circuitId]);
  const ready = workshop.status === 'ready' ? workshop.workshop : null;
  const vehicle = ready?.vehicles.find(({ id }) => id === vehicleId);
  const summary = ready?.circuits.find(({ id }) => id === circuitId);
  const newer = summary !== undefined && summary.latest !== summary.id;
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <TopBar>
        <p className="text-[15px]">
          <Link to={`/vehicles/${vehicleId}`} className="underline">
            {vehicle?.name ?? 'Vehicle'}
          </Link>
          <span className="text-dim">
            {summary === undefined ? ' · new circuit' : ` · revision ${summary.revision}`}
          </span>
          {fetched.status === 'ready' && fetched.record !== null && (
            <Drawn record={fetched.record} technicians={ready?.technicians ?? []} />
          )}
        </p>
      </TopBar>
      {newer && (
        <p role="status" className="border-clash border-b px-4 py-2 lg:px-5">
          Somebody has saved a newer revision.{' '}
          <Link to={drawingPath(vehicleId, summary.latest)} className="underline">
            Open it
          </Link>
          ; what you have changed here stays here.
        </p>
      )}
      {fetched.status === 'failed' && <p className="text-clash p-5 text-lg">{fetched.why}</p>}
      {fetched.status === 'loading' && <p className="text-dim p-5 text-lg">Fetching the circuit …</p>}
      {fetched.status === 'ready' && (
        <CircuitEditor
          key={circuitId ?? 'new'}
          {...{ vehicleId }}
          record={fetched.record}
          kept={kept}
          summary={summary ?? null}
        />
      )}
    </div>
  );
}

/** Who drew a revision, when and why, and the one before it. */
function Drawn({
  record: { drawn, follows, vehicleId },
  technicians,
}: {
  readonly record: CircuitRecord;
  readonly technicians: readonly Colleague[];
}) {
  const author = technicians.find(({ id }) => id === drawn?.author)?.name;
  return (
    <span className="text-dim">
      {drawn !== undefined && ` · ${author ?? 'somebody'}, ${format(drawn.at, 'd MMM yyyy, HH:mm')}`}
      {drawn !== undefined && drawn.why !== '' && `: ${drawn.why}`}
      {follows !== undefined && (
        <>
          {' · '}
          <Link to={drawingPath(vehicleId, follows)} className="underline">
            the one before
          </Link>
        </>
      )}
    </span>
  );
}

function useRecord(circuitId: string | null): Fetched {
  const [found, setFound] = useState<{ readonly id: string; readonly fetched: Fetched } | null>(null);
  useEffect(() => {
    if (circuitId === null) return;
    let current = true;
    const fetchIt = async () => {
      const answer = await fetchCircuit(circuitId);
      if (!current) return;
      const fetched: Fetched =
        answer.status === 'done'
          ? { status: 'ready', record: answer.reply }
          : { status: 'failed', why: whyNot(answer) };
      setFound({ id: circuitId, fetched });
    };
    void fetchIt();
    return () => {
      current = false;
    };
  }, [circuitId]);
  if (circuitId === null) return { status: 'ready', record: null };
  return found?.id === circuitId ? found.fetched : { status: 'loading' };
}
