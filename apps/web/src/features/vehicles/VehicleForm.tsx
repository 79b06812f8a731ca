import { typedNumber } from '../../ui/typedNumber';
import type { VehicleRecord } from '@grim-lantern/contract';
import { useId, useState } from 'react';
import { Labelled } from '../../ui/Labelled';
import { TextField } from '../../ui/TextField';
import { useAppDispatch } from '../../data/store';
import { saveVehicle } from '../../data/workshop';

const typedOf = ({ name, service, plate, vin, mileageKm, notes, rest }: VehicleRecord) => ({
  name,
  service,
  plate,
  vin,
  mileage: mileageKm === null ? '' : String(mileageKm),
  notes,
  limit: String(Math.round(rest.limitAmps * 1000)),
  battery: String(rest.batteryAmpHours),
});
type Typed = ReturnType<typeof typedOf>;

/** A vehicle's name, what it is known by, what it is used for, and what it may draw at rest from which battery. */
export function VehicleForm({
  vehicle,
  onKept,
}: {
  readonly vehicle: VehicleRecord;
  readonly onKept: (vehicle: VehicleRecord) => void;
}) {
  const dispatch = useAppDispatch();
  const notes = useId();
  const [typed, setTyped] = useState(() => typedOf(vehicle));
  const [said, setSaid] = useState<{ problem: string | null; done: boolean }>({ problem: null, done: false });
  const type = (key: keyof Typed, text: string) => {
    setTyped((before) => ({ ...before, [key]: text }));
    setSaid({ problem: null, done: false });
  };
  const field = (key: keyof Typed) => ({
    text: typed[key],
    onType: (text: string) => type(key, text),
    maxLength: 200,
  });
  const save = async (archived: boolean) => {
    const flaw = flawOf(typed);
    if (flaw !== null) return setSaid({ problem: flaw, done: false });
    const { name, service, plate, vin, mileage, notes: words, limit, battery } = typed;
    const rest = { limitAmps: typedNumber(limit) / 1000, batteryAmpHours: typedNumber(battery) };
    const mileageKm = mileage.trim() === '' ? null : typedNumber(mileage);
    const next = { ...vehicle, name, service, plate, vin, mileageKm, notes: words, rest, archived };
    const result = await dispatch(saveVehicle({ base: vehicle, mine: next }));
    if (!saveVehicle.fulfilled.match(result)) {
      return setSaid({ problem: String(result.payload), done: false });
    }
    setTyped(typedOf(result.payload));
    setSaid({ problem: null, done: true });
    onKept(result.payload);
  };
  return (
    <form
      aria-label="Vehicle"
      className="border-line mb-5 grid gap-x-3 gap-y-2 border-y py-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save(vehicle.archived);
      }}
    >
      <TextField label="Vehicle, model and year" {...field('name')} />
      <TextField label="Used for" {...field('service')} />
      <TextField label="Plate or fleet number" {...field('plate')} />
      <TextField label="VIN" {...field('vin')} />
      <TextField label="Mileage, km" {...field('mileage')} figure />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="May draw at rest, mA" {...field('limit')} figure />
        <TextField label="Battery, Ah" {...field('battery')} figure />
      </div>
      <div className="sm:col-span-2">
        <Labelled id={notes} label="Notes">
          <textarea
            id={notes}
            className="field"
            rows={2}
            maxLength={4000}
            value={typed.notes}
            onChange={({ target }) => type('notes', target.value)}
          />
        </Labelled>
      </div>
      {said.problem !== null && (
        <p role="alert" className="text-clash sm:col-span-2">
          {said.problem}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3 sm:col-span-2">
        <button type="submit" className="key">
          Save vehicle
        </button>
        {vehicle.version > 0 && (
          <button type="button" className="key border-line" onClick={() => void save(!vehicle.archived)}>
            {vehicle.archived ? 'Bring back' : 'Archive'}
          </button>
        )}
        <span role="status" className="text-agree">
          {said.done ? 'Saved.' : ''}
        </span>
      </div>
    </form>
  );
}

function flawOf({ name, service, mileage, limit, battery, vin }: Typed): string | null {
  if (name.trim() === '') return 'Vehicle: expected its model and year.';
  if (service.trim() === '') return 'Used for: expected a few words.';
  if (!/^[a-z0-9]{0,17}$/i.test(vin.trim())) return 'VIN: expected up to 17 letters and digits.';
  if (mileage.trim() !== '' && !(typedNumber(mileage) >= 0))
    return 'Mileage: expected kilometres, such as 84500.';
  if (!(typedNumber(limit) > 0)) return 'At rest: expected milliamps above 0.';
  if (!(typedNumber(battery) > 0)) return 'Battery: expected ampere-hours above 0.';
  return null;
}
