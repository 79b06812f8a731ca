import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { TopBar } from '../app/TopBar';
import { newId } from '../job/useJob';
import { useAppSelector } from '../store/store';
import { useFreshWorkshop } from '../store/useFreshWorkshop';
import { currentCircuits } from '../store/workshop';
import { VehicleForm } from './VehicleForm';

/** The workshop's vehicles, each with its circuits. */
export function VehiclesPage() {
  useFreshWorkshop();
  const navigate = useNavigate();
  const state = useAppSelector(({ workshop }) => workshop);
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
            vehicle={{ id: fresh, name: '', service: '', rest: { limitAmps: 0.05, batteryAmpHours: 70 } }}
            onKept={({ id }) => void navigate(`/vehicles/${id}`)}
          />
        )}
        {state.status === 'loading' && <p className="text-dim">Fetching the vehicles …</p>}
        {state.status === 'failed' && <p className="text-clash">{state.why}</p>}
        {state.status === 'ready' && (
          <ul aria-label="Vehicles">
            {state.workshop.vehicles.map(({ id, name, service }) => (
              <li key={id} className="border-line border-b">
                <Link to={`/vehicles/${id}`} className="hover:bg-raised block min-h-14 py-2">
                  <span className="text-lg font-medium">{name}</span>{' '}
                  <span className="text-dim">{service}</span>
                  <span className="text-dim block text-[15px]">
                    {currentCircuits(state.workshop)
                      .filter(({ vehicle }) => vehicle.id === id)
                      .map((circuit) => circuit.name)
                      .join(', ') || 'no circuit yet'}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </main>
    </div>
  );
}
