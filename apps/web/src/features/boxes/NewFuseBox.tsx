import type { BoxCavity, FuseBox } from '@grim-lantern/core';
import { placeDown } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Labelled } from '../../ui/Labelled';
import { TextField } from '../../ui/TextField';
import { newId } from '../../data/newId';
import { saveFuseBox, loadFuseBoxes } from '../../data/fuseBoxes';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { boxOf, readFuseBoxFile, readRows } from './fuseBoxFiles';

/** A new box: drawn as a grid, pasted from a spreadsheet, taken from a file, or copied from a vehicle of the same kind. */
export function NewFuseBox({
  vehicleId,
  onDone,
}: {
  readonly vehicleId: string;
  readonly onDone: () => void;
}) {
  const dispatch = useAppDispatch();
  const fields = useId();
  const [id] = useState(newId);
  const [name, setName] = useState('');
  const [place, setPlace] = useState('');
  const [columns, setColumns] = useState('4');
  const [rows, setRows] = useState('6');
  const [pasted, setPasted] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async (centre: FuseBox) => {
    const result = await dispatch(saveFuseBox({ id, vehicleId, centre, version: 0 }));
    if (saveFuseBox.fulfilled.match(result)) onDone();
    else setProblem(String(result.payload));
  };
  const draw = () => {
    if (name.trim() === '') return setProblem('Name: expected what the box is called.');
    const size = { columns: Number(columns), rows: Number(rows) };
    if (!Object.values(size).every((each) => Number.isInteger(each) && each >= 1 && each <= 60)) {
      return setProblem('Grid: expected whole numbers from 1 to 60.');
    }
    if (pasted.trim() === '') return void keep({ ...boxOf(name.trim(), numbered(size), size), place });
    const read = readRows(pasted, size.rows);
    if (read.kind === 'flaw') return setProblem(read.message);
    void keep({ ...boxOf(name.trim(), read.cavities, read), place });
  };
  return (
    <form
      aria-label="New fuse box"
      className="border-ink mb-5 border p-4 print:hidden"
      onSubmit={(event) => {
        event.preventDefault();
        draw();
      }}
    >
      <div className="grid gap-x-3 gap-y-2 sm:grid-cols-[1fr_1fr_100px_100px]">
        <TextField label="Name of the box" text={name} onType={setName} maxLength={100} />
        <TextField label="Where it sits" text={place} onType={setPlace} maxLength={200} />
        <TextField label="Columns" text={columns} onType={setColumns} figure />
        <TextField label="Rows" text={rows} onType={setRows} figure />
      </div>
      <Labelled
        id={`${fields}-rows-pasted`}
        label="Rows from a spreadsheet: number, label, rating, style, column, row, kind. Without a place they fill the grid downwards."
      >
        <textarea
          id={`${fields}-rows-pasted`}
          className="field font-mono text-[14px]"
          rows={5}
          placeholder={'1\tradio\t10\tmini\n2\tpump\t20\tmini'}
          value={pasted}
          onChange={({ target }) => setPasted(target.value)}
        />
      </Labelled>
      {problem !== null && (
        <p role="alert" className="text-clash mt-2">
          {problem}
        </p>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <button type="submit" className="key key-chosen">
          {pasted.trim() === '' ? 'Draw the grid' : 'Take these rows'}
        </button>
        <FromFile
          onProblem={setProblem}
          onRead={(read) => void keep(name.trim() === '' ? read : { ...read, name: name.trim() })}
        />
        <CopyFrom vehicleId={vehicleId} onCopy={(centre) => void keep(centre)} />
      </div>
    </form>
  );
}

function FromFile({
  onRead,
  onProblem,
}: {
  onRead: (centre: FuseBox) => void;
  onProblem: (words: string) => void;
}) {
  return (
    <label className="key flex cursor-pointer items-center">
      From a file, JSON or CSV
      <input
        type="file"
        accept=".json,.csv,.txt"
        aria-label="Centre file"
        className="sr-only"
        onChange={({ target }) => {
          const file = target.files?.[0];
          if (file === undefined) return;
          void file.text().then((text) => {
            const read = readFuseBoxFile(file.name, text);
            if (typeof read === 'string') onProblem(read);
            else onRead(read);
          });
        }}
      />
    </label>
  );
}

/** Numbered down the columns, as most covers are. */
function numbered({ columns, rows }: { columns: number; rows: number }): readonly BoxCavity[] {
  return Array.from({ length: columns * rows }, (_each, index) => ({
    kind: 'fuse',
    number: String(index + 1),
    label: '',
    ...placeDown(index, rows),
    labelled: null,
    fitted: null,
  }));
}

/** The same box from another vehicle; what is fitted there stays behind. */
function CopyFrom({ vehicleId, onCopy }: { vehicleId: string; onCopy: (centre: FuseBox) => void }) {
  const dispatch = useAppDispatch();
  const vehicles = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.vehicles : none,
  );
  const centres = useAppSelector((state) => state.centres);
  const [from, setFrom] = useState('');
  return (
    <span className="flex flex-wrap items-center gap-2">
      <select
        aria-label="Copy from"
        className="field w-auto"
        value={from}
        onChange={({ target }) => {
          setFrom(target.value);
          if (target.value !== '') void dispatch(loadFuseBoxes(target.value));
        }}
      >
        <option value="">Copy from another vehicle …</option>
        {vehicles
          .filter(({ id }) => id !== vehicleId)
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </select>
      {(centres[from] ?? [])
        .filter(({ removed }) => !removed)
        .map(({ id, centre }) => (
          <button
            key={id}
            type="button"
            className="key"
            onClick={() =>
              onCopy({ ...centre, cavities: centre.cavities.map((each) => ({ ...each, fitted: null })) })
            }
          >
            Copy {centre.name}
          </button>
        ))}
      {from !== '' && centres[from]?.length === 0 && <span className="text-dim">It has none drawn.</span>}
    </span>
  );
}

const none: readonly [] = [];
