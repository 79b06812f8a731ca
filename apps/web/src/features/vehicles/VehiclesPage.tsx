import type { Workshop } from '@grim-lantern/contract';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { TextField } from '../../ui/TextField';
import { TopBar } from '../frame/TopBar';
import { newId } from '../../data/newId';
import { useAppSelector } from '../../data/store';
import { useSettings } from '../../data/useSettings';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { currentCircuits } from '../../data/workshop';
import { VehicleForm } from './VehicleForm';
import { newVehicle } from './newVehicle';

/** The workshop's vehicles, each with its circuits. */
export default function VehiclesPage() {
  useFreshWorkshop();
  const navigate = useNavigate();
  const state = useAppSelector(({ workshop }) => workshop);
  const { restLimitAmps } = useSettings();
  const [fresh, setFresh] = useState<string | null>(null);
  return (
    <div className="flex min-h-full flex-col">
      <TopBar />
      <main className="mx-auto w-full max-w-[860px] px-4 py-5">
        <div className="mb-4 flex items-center justify-between gap-3">
          <h1 className="text-3xl font-semibold">Vehicles</h1>
          <button type="button" className="key" onClick={() => setFresh(newId())}>
            New vehicle
          </button>
        </div>
        {fresh !== null && (
          <VehicleForm
            vehicle={newVehicle(fresh, restLimitAmps)}
            onKept={({ id }) => void navigate(`/vehicles/${id}`)}
          />
        )}
        {state.status === 'loading' && <p className="text-dim">Fetching the vehicles …</p>}
        {state.status === 'failed' && <p className="text-clash">{state.why}</p>}
        {state.status === 'ready' && <VehicleList workshop={state.workshop} />}
      </main>
    </div>
  );
}

/** So many and above are searched rather than read. */
const fewVehicles = 5;

/** The vehicles that hold every word that is searched for; the archived ones on request. */
function VehicleList({ workshop }: { readonly workshop: Workshop }) {
  const [searched, setSearched] = useState('');
  const [archive, setArchive] = useState(false);
  const words = searched.toLowerCase().split(/\s+/).filter(Boolean);
  const all = workshop.vehicles.map((vehicle) => {
    const circuits = currentCircuits(workshop)
      .filter(({ vehicle: { id } }) => id === vehicle.id)
      .map(({ name }) => name);
    const { name, service, plate, vin } = vehicle;
    const text = [name, service, plate, vin, ...circuits].join(' ').toLowerCase();
    return { ...vehicle, circuits, text };
  });
  const archived = all.filter((vehicle) => vehicle.archived).length;
  const found = all.filter(
    (vehicle) => vehicle.archived === archive && words.every((word) => vehicle.text.includes(word)),
  );
  return (
    <>
      {all.length >= fewVehicles && (
        <div className="mb-3">
          <TextField label="Search by vehicle, plate, VIN or circuit" text={searched} onType={setSearched} />
        </div>
      )}
      {found.length === 0 && (
        <p className="text-dim py-3">
          {words.length > 0
            ? 'No vehicle has all these words.'
            : archive
              ? 'Nothing is archived.'
              : 'There is no vehicle yet: enter the first one.'}
        </p>
      )}
      <ul aria-label="Vehicles">
        {found.map(({ id, name, service, plate, circuits }) => (
          <li key={id} className="border-line border-b">
            <Link to={`/vehicles/${id}`} className="hover:bg-raised block min-h-14 py-2">
              <span className="text-lg font-medium">{name}</span>{' '}
              <span className="text-dim">{[service, plate].filter((each) => each !== '').join(' · ')}</span>
              <span className="text-dim block text-[15px]">{circuits.join(' · ') || 'no circuit yet'}</span>
            </Link>
          </li>
        ))}
      </ul>
      {(archived > 0 || archive) && (
        <button type="button" className="key border-line mt-4" onClick={() => setArchive(!archive)}>
          {archive ? 'Back to the others' : `Archived: ${archived}`}
        </button>
      )}
    </>
  );
}
