import { listWords } from '@grim-lantern/core';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { TopBar } from '../frame/TopBar';
import { FuseBoxSection } from '../boxes/FuseBoxSection';
import { NewFuseBox } from '../boxes/NewFuseBox';
import { RemovedFuseBoxes } from '../boxes/RemovedFuseBoxes';
import { useFuseBoxes } from '../boxes/useFuseBoxes';
import { VehiclePhotos } from '../photos/VehiclePhotos';
import { VehicleRelays } from '../relays/VehicleRelays';
import { useAppSelector } from '../../data/store';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { currentCircuits } from '../../data/workshop';
import { VehicleHistory } from './VehicleHistory';
import { VehicleForm } from './VehicleForm';
import { drawingPath } from '../frame/jobViews';

/** One vehicle: what it is, its circuits, its fuse and relay centres. */
export default function VehiclePage() {
  const { vehicleId = '' } = useParams();
  useFreshWorkshop();
  const centres = useFuseBoxes(vehicleId);
  const state = useAppSelector(({ workshop }) => workshop);
  const [adding, setAdding] = useState(false);
  const vehicle =
    state.status === 'ready' ? state.workshop.vehicles.find(({ id }) => id === vehicleId) : undefined;
  if (vehicle === undefined || state.status !== 'ready') {
    return (
      <>
        <TopBar />
        <p className="text-dim p-5 text-lg">
          {state.status === 'failed'
            ? state.why
            : state.status === 'ready'
              ? 'There is no such vehicle in this workshop.'
              : 'Fetching the vehicle …'}
        </p>
      </>
    );
  }
  const circuits = currentCircuits(state.workshop).filter(({ vehicle: { id } }) => id === vehicleId);
  return (
    <div className="flex min-h-full flex-col">
      <div className="print:hidden">
        <TopBar />
      </div>
      <main className="mx-auto w-full max-w-[1100px] px-4 py-5">
        <h1 className="text-3xl font-semibold">{vehicle.name}</h1>
        <p className="text-dim mb-3">
          {[vehicle.service, vehicle.plate, vehicle.vin].filter((each) => each !== '').join(' · ')}
          {circuits.length > 0 && ` · ${listWords(circuits.map(({ name }) => name))}`}
          <span className="print:hidden">
            {' · '}
            <Link to="/" className="underline">
              its jobs are in the list
            </Link>
            {circuits.length > 0 && (
              <>
                {' · '}
                <Link to={`/vehicles/${vehicleId}/shared`} className="underline">
                  what is dead, what works
                </Link>
              </>
            )}
          </span>
        </p>
        <div className="print:hidden">
          <VehicleForm key={vehicle.id} vehicle={vehicle} onKept={() => undefined} />
        </div>
        <section aria-label="Circuits" className="mb-6 print:hidden">
          <div className="mb-2 flex items-center justify-between gap-3">
            <h2 className="text-2xl font-semibold">Circuits</h2>
            <Link to={`/vehicles/${vehicleId}/circuits/new`} className="key inline-flex items-center">
              New circuit
            </Link>
          </div>
          {circuits.length === 0 && (
            <p className="text-dim">None drawn yet. Draw one by tapping, write it, or paste a wire list.</p>
          )}
          <ul>
            {circuits.map(({ id, name, revision }) => (
              <li key={id} className="border-line border-b">
                <Link
                  to={drawingPath(vehicleId, id)}
                  className="hover:bg-raised flex min-h-11 items-center gap-3 text-lg"
                >
                  {name}
                  {revision > 1 && <span className="text-dim text-[15px]">revision {revision}</span>}
                </Link>
              </li>
            ))}
          </ul>
        </section>
        <div className="mb-3 flex items-center justify-between gap-3 print:hidden">
          <h2 className="text-2xl font-semibold">Fuse boxes</h2>
          <button type="button" className="key" onClick={() => setAdding(!adding)}>
            {adding ? 'Cancel' : 'New fuse box'}
          </button>
        </div>
        {adding && <NewFuseBox vehicleId={vehicleId} onDone={() => setAdding(false)} />}
        {centres === null && <p className="text-clash">The fuse boxes cannot be fetched now.</p>}
        {centres === undefined && <p className="text-dim">Fetching the fuse boxes …</p>}
        {centres?.length === 0 && !adding && (
          <p className="text-dim">
            None drawn yet. Draw one, paste its rows, or copy that of a vehicle of the same kind.
          </p>
        )}
        {(centres ?? []).map((record) => (
          <FuseBoxSection key={record.id} record={record} vehicle={vehicle.name} />
        ))}
        <RemovedFuseBoxes vehicleId={vehicleId} />
        <section aria-label="Relays" className="mt-6 print:hidden">
          <h2 className="text-2xl font-semibold">Relays</h2>
          <VehicleRelays vehicleId={vehicleId} />
        </section>
        <VehiclePhotos vehicleId={vehicleId} />
        <VehicleHistory vehicleId={vehicleId} />
      </main>
    </div>
  );
}
