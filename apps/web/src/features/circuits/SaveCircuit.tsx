import type { CircuitRecord } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { useState } from 'react';
import { refusedFor } from './refusedFor';
import { TextField } from '../../ui/TextField';
import { storeDrawing } from '../../data/circuits';
import { newId } from '../../data/newId';
import { loadWorkshop } from '../../data/workshop';
import { useAppDispatch, useAppSelector } from '../../data/store';

/** Saves what is drawn as a revision of its own. What cannot be saved stays as it is, with one sentence why. */
export function SaveCircuit({
  vehicleId,
  circuit,
  source,
  flawed,
  changed,
  before,
  onSaved,
}: {
  readonly vehicleId: string;
  readonly circuit: Circuit;
  readonly source: string;
  /** Whether lines cannot be read. */
  readonly flawed: boolean;
  /** Whether anything differs from what is saved. */
  readonly changed: boolean;
  /** The revision that this one changes. */
  readonly before: CircuitRecord | null;
  readonly onSaved: (id: string) => void;
}) {
  const dispatch = useAppDispatch();
  const author = useAppSelector(({ session }) => session.technicianId);
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // Made once, so that pressing twice saves once; a text that has changed since is another revision.
  const [made, setMade] = useState<{ readonly source: string; readonly id: string } | null>(null);
  const save = async (follows: string | undefined) => {
    if (author === null) return setProblem('Choose who you are first: the list is at the top.');
    if (flawed)
      return setProblem('Some lines cannot be read yet: they are listed under Checks. Nothing was saved.');
    const [refused] = refusedFor(circuit);
    if (refused !== undefined) return setProblem(`Not saved. ${refused.message}`);
    const id = made?.source === source ? made.id : newId();
    setMade({ source, id });
    setBusy(true);
    const answer = await storeDrawing({
      id,
      vehicleId,
      circuit,
      source,
      author,
      why,
      ...(follows === undefined ? {} : { follows }),
    });
    setBusy(false);
    if (answer.status !== 'done') {
      if (answer.status === 'refused' && answer.problem.code === 'circuit/followed')
        void dispatch(loadWorkshop());
      return setProblem(
        answer.status === 'refused'
          ? answer.problem.message
          : `${answer.why} It is kept here: save again later.`,
      );
    }
    setProblem(null);
    await dispatch(loadWorkshop());
    onSaved(id);
  };
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save(before?.id);
      }}
    >
      {before !== null && changed && (
        <div className="w-52">
          <TextField label="Why this change" text={why} onType={setWhy} maxLength={400} />
        </div>
      )}
      <button type="submit" className={`key ${changed ? 'key-chosen' : ''}`} disabled={busy || !changed}>
        {changed ? 'Save' : 'Saved'}
      </button>
      {problem !== null && (
        <p role="alert" className="text-clash w-full text-[15px]">
          {problem}
        </p>
      )}
    </form>
  );
}
