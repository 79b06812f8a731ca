import type { VehicleRecord } from '@grim-lantern/contract';
import { useState } from 'react';
import { TextField } from '../app/TextField';
import { useAppDispatch } from '../store/store';
import { keepVehicle } from '../store/workshop';

/** A vehicle's name, what it does, and what it may draw at rest from which battery. */
export function VehicleForm({
  vehicle,
  onKept,
}: {
  readonly vehicle: VehicleRecord;
  readonly onKept: (vehicle: VehicleRecord) => void;
}) {
  const dispatch = useAppDispatch();
  const [name, setName] = useState(vehicle.name);
  const [service, setService] = useState(vehicle.service);
  const [limit, setLimit] = useState(String(Math.round(vehicle.rest.limitAmps * 1000)));
  const [battery, setBattery] = useState(String(vehicle.rest.batteryAmpHours));
  const [problem, setProblem] = useState<string | null>(null);
  const number = (text: string) => Number(text.replace(',', '.'));
  const keep = async () => {
    if (name.trim() === '') return setProblem('Vehicle: expected its model and year.');
    if (service.trim() === '') return setProblem('What it does: expected a few words.');
    if (!(number(limit) > 0)) return setProblem('At rest: expected milliamps above 0.');
    if (!(number(battery) > 0)) return setProblem('Battery: expected ampere-hours above 0.');
    const rest = { limitAmps: number(limit) / 1000, batteryAmpHours: number(battery) };
    const result = await dispatch(keepVehicle({ id: vehicle.id, name, service, rest }));
    if (!keepVehicle.fulfilled.match(result)) return setProblem(String(result.payload));
    setProblem(null);
    onKept(result.payload);
  };
  return (
    <form
      aria-label="Vehicle"
      className="border-line mb-5 grid gap-x-3 gap-y-2 border-y py-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <TextField label="Vehicle, model and year" text={name} onType={setName} maxLength={200} />
      <TextField label="What it does" text={service} onType={setService} maxLength={200} />
      <TextField label="May draw at rest, mA" text={limit} onType={setLimit} maxLength={200} />
      <TextField label="Battery, Ah" text={battery} onType={setBattery} maxLength={200} />
      {problem !== null && (
        <p role="alert" className="text-clash sm:col-span-2">
          {problem}
        </p>
      )}
      <button type="submit" className="key justify-self-start">
        Keep the vehicle
      </button>
    </form>
  );
}
