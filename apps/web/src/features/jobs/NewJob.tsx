import type { CircuitSummary } from '@grim-lantern/contract';
import { Dialog } from 'radix-ui';
import { useId, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { newId } from '../../data/newId';
import { openJob } from '../../data/workshop';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { jobPath } from '../frame/jobViews';

/** Opens a job: which circuit, what fails. The ids are made once, so that pressing twice opens one job. */
export function NewJob({ circuits, onClose }: { circuits: readonly CircuitSummary[]; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const author = useAppSelector((state) => state.session.technicianId);
  const [ids] = useState(() => ({ id: newId(), complaintEventId: newId() }));
  const [circuitId, setCircuitId] = useState(circuits[0]?.id ?? '');
  const [title, setTitle] = useState('');
  const [complaint, setComplaint] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const fields = useId();
  const submit = async () => {
    const circuit = circuits.find(({ id }) => id === circuitId);
    if (author === null) return setProblem('Choose who you are first: the list is at the top.');
    if (circuit === undefined) return setProblem('Circuit: expected one of this workshop.');
    if (title.trim() === '') return setProblem('What fails: expected a few words.');
    if (complaint.trim() === '') return setProblem('Complaint: expected what the customer says.');
    setBusy(true);
    const job = {
      ...ids,
      vehicleId: circuit.vehicle.id,
      circuitId,
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
            <label htmlFor={`${fields}-circuit`} className="text-dim text-[15px]">
              Circuit
            </label>
            <select
              id={`${fields}-circuit`}
              className="field"
              value={circuitId}
              onChange={({ target }) => setCircuitId(target.value)}
            >
              {circuits.map(({ id, name, vehicle }) => (
                <option key={id} value={id}>
                  {vehicle.name}, {vehicle.service}: {name}
                </option>
              ))}
            </select>
            <p className="text-dim text-[15px]">
              No diagram of it? Under{' '}
              <Link to="/vehicles" className="underline">
                Vehicles
              </Link>{' '}
              a circuit starts from the fuse boxes, or from one fuse and what hangs on it.
            </p>
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
