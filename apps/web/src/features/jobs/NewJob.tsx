import type { Workshop } from '@grim-lantern/contract';
import { undrawnName } from '@grim-lantern/core';
import { Dialog } from 'radix-ui';
import { useId, useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../../data/newId';
import { currentCircuits, loadWorkshop, openJob } from '../../data/workshop';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { Segments } from '../../ui/Segments';
import { jobPath } from '../frame/jobViews';

/** Opens a job: which circuit, what fails. The ids are made once, so that pressing twice opens one job. */
export function NewJob({
  workshop,
  only = null,
  onClose,
}: {
  readonly workshop: Workshop;
  /** The one circuit that it can be about; null where all can be chosen. */
  readonly only?: string | null;
  readonly onClose: () => void;
}) {
  const circuits =
    only === null
      ? currentCircuits(workshop).filter(({ name }) => name !== undrawnName)
      : workshop.circuits.filter(({ id }) => id === only);
  const vehicles = only === null ? workshop.vehicles.filter(({ archived }) => !archived) : [];
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const author = useAppSelector((state) => state.session.technicianId);
  const [ids] = useState(() => ({ id: newId(), complaintEventId: newId() }));
  /** A circuit, or a vehicle of which none is drawn. */
  const [chosen, setChosen] = useState(circuits[0]?.id ?? vehicles[0]?.id ?? '');
  /** Of a vehicle of which nothing is drawn. */
  const [volts, setVolts] = useState<12 | 24>(12);
  const [title, setTitle] = useState('');
  const [complaint, setComplaint] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const fields = useId();
  const submit = async () => {
    const vehicle =
      circuits.find(({ id }) => id === chosen)?.vehicle ?? vehicles.find(({ id }) => id === chosen);
    if (author === null) return setProblem('Choose who you are first: the list is at the top.');
    if (vehicle === undefined)
      return setProblem('Vehicle: expected one of this workshop. Enter it first, under Vehicles.');
    if (title.trim() === '') return setProblem('What fails: expected a few words.');
    if (complaint.trim() === '') return setProblem('Complaint: expected what the customer says.');
    setBusy(true);
    const circuit = vehicle.id === chosen ? await begin(workshop, chosen, volts, author) : { id: chosen };
    if ('why' in circuit) {
      setBusy(false);
      return setProblem(circuit.why);
    }
    if (vehicle.id === chosen) await dispatch(loadWorkshop());
    const job = {
      ...ids,
      vehicleId: vehicle.id,
      circuitId: circuit.id,
      title,
      complaint,
      author,
      at: new Date().toISOString(),
    };
    const result = await dispatch(openJob(job));
    setBusy(false);
    if (openJob.fulfilled.match(result)) await navigate(jobPath(result.payload.id));
    else setProblem(String(result.payload));
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="bg-ground/80 fixed inset-0 z-10" />
        <Dialog.Content
          aria-describedby={undefined}
          className="bg-ground border-ink fixed inset-x-2 top-2 z-20 mx-auto max-h-[96vh] max-w-[560px] overflow-auto border p-5 sm:top-16"
        >
          <Dialog.Title className="mb-4 text-2xl font-semibold">New job</Dialog.Title>
          <form
            className="grid gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              void submit();
            }}
          >
            <CircuitChoice {...{ circuits, vehicles, chosen }} onChoose={setChosen} />
            {vehicles.some(({ id }) => id === chosen) && (
              <Segments
                label="Its battery"
                chosen={`${volts}`}
                positions={batteries}
                disabled={busy}
                onChoose={(each) => setVolts(each === '24' ? 24 : 12)}
              />
            )}
            <label htmlFor={`${fields}-title`} className="text-dim mt-2 text-[15px]">
              What fails
            </label>
            <input
              id={`${fields}-title`}
              className="field"
              value={title}
              maxLength={120}
              placeholder="Fuse 17 keeps blowing"
              onChange={({ target }) => setTitle(target.value)}
            />
            <label htmlFor={`${fields}-complaint`} className="text-dim mt-2 text-[15px]">
              Complaint: since when, how often, what was done before
            </label>
            <textarea
              id={`${fields}-complaint`}
              className="field min-h-32"
              value={complaint}
              onChange={({ target }) => setComplaint(target.value)}
            />
            <p role="alert" className="text-clash min-h-6">
              {problem}
            </p>
            <div className="flex gap-2">
              <button type="submit" className="key key-chosen" disabled={busy}>
                Open the job
              </button>
              <Dialog.Close className="key border-line">Cancel</Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const batteries = [
  { id: '12', name: '12 V' },
  { id: '24', name: '24 V' },
];

/** A circuit; or a vehicle of which none is drawn yet. */
function CircuitChoice({
  circuits,
  vehicles,
  chosen,
  onChoose,
}: {
  readonly circuits: Workshop['circuits'];
  readonly vehicles: Workshop['vehicles'];
  readonly chosen: string;
  readonly onChoose: (id: string) => void;
}) {
  const field = useId();
  return (
    <>
      <label htmlFor={field} className="text-dim text-[15px]">
        Vehicle and circuit
      </label>
      <select id={field} className="field" value={chosen} onChange={({ target }) => onChoose(target.value)}>
        {circuits.map(({ id, name, vehicle }) => (
          <option key={id} value={id}>
            {vehicle.name}, {vehicle.service}: {name}
          </option>
        ))}
        {vehicles.length > 0 && (
          <optgroup label="No diagram of it yet">
            {vehicles.map(({ id, name, service }) => (
              <option key={id} value={id}>
                {name}, {service}: no diagram yet
              </option>
            ))}
          </optgroup>
        )}
      </select>
    </>
  );
}

/** What it takes to read and write circuits comes only when it is needed: most jobs are of a circuit that is drawn. */
async function begin(workshop: Workshop, vehicleId: string, volts: 12 | 24, author: string) {
  const { undrawnCircuit } = await import('./undrawnCircuit');
  return undrawnCircuit(workshop, vehicleId, volts, author);
}
