import type { Starter } from '@grim-lantern/core';
import { notationOfBoxes, starters } from '@grim-lantern/core';
import { useMemo, useState } from 'react';
import { TextField } from '../../ui/TextField';
import { useFuseBoxes } from '../boxes/useFuseBoxes';
import { ColumnMeanings } from './ColumnMeanings';
import type { Imported } from './importedText';
import { importedText, longestImport } from './importedText';

/** A common circuit by a few answers, or what another program wrote: either becomes text that stays editable. */
export function StartFrom({
  vehicleId,
  onText,
}: {
  readonly vehicleId: string;
  readonly onText: (text: string) => void;
}) {
  const [starter, setStarter] = useState<Starter | null>(null);
  const boxes = useFuseBoxes(vehicleId);
  const fromBoxes = useMemo(
    () =>
      notationOfBoxes(
        (boxes ?? []).map(({ centre }) => centre),
        'All fuses',
        12,
      ),
    [boxes],
  );
  return (
    <div className="h-full overflow-auto px-4 py-3 lg:px-5">
      <h2 className="mb-2 text-lg font-semibold">A common circuit</h2>
      {starter === null ? (
        <ul className="mb-4 flex flex-wrap gap-2">
          {fromBoxes !== null && (
            <li>
              <button type="button" className="key" onClick={() => onText(fromBoxes)}>
                No diagram: all fuses of its boxes
              </button>
            </li>
          )}
          {starters.map((each) => (
            <li key={each.id}>
              <button type="button" className="key border-line" onClick={() => setStarter(each)}>
                {each.name}
              </button>
            </li>
          ))}
        </ul>
      ) : (
        <StarterForm key={starter.id} starter={starter} onText={onText} onCancel={() => setStarter(null)} />
      )}
      <Paste onText={onText} />
    </div>
  );
}

function StarterForm({
  starter,
  onText,
  onCancel,
}: {
  readonly starter: Starter;
  readonly onText: (text: string) => void;
  readonly onCancel: () => void;
}) {
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>({});
  return (
    <form
      aria-label={starter.name}
      className="border-line mb-4 grid gap-2 border-y py-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        const all = starter.fields.map(({ id, usual }) => [id, answers[id]?.trim() || usual] as const);
        onText(`circuit "${starter.name}"\n${starter.text(Object.fromEntries(all))}`);
      }}
    >
      <p className="font-medium sm:col-span-2">{starter.name}</p>
      {starter.fields.map(({ id, label, usual }) => (
        <TextField
          key={id}
          label={label}
          text={answers[id] ?? usual}
          maxLength={200}
          onType={(typed) => setAnswers({ ...answers, [id]: typed })}
        />
      ))}
      <div className="flex gap-2 sm:col-span-2">
        <button type="submit" className="key key-chosen">
          Draw it
        </button>
        <button type="button" className="key border-line" onClick={onCancel}>
          Cancel
        </button>
      </div>
    </form>
  );
}

function Paste({ onText }: { readonly onText: (text: string) => void }) {
  const [typed, setTyped] = useState('');
  const [told, setTold] = useState<string | null>(null);
  const [table, setTable] = useState<Extract<Imported, { kind: 'table' }> | null>(null);
  const take = (text: string) => {
    const read = importedText(text);
    setTold(read.kind === 'flaw' ? read.message : null);
    setTable(read.kind === 'table' ? read : null);
    if (read.kind === 'text') onText(read.text);
  };
  return (
    <section aria-label="Paste or import">
      <h2 className="text-lg font-semibold">Paste or import</h2>
      <p className="text-dim mb-2 text-[15px]">
        Rows of a spreadsheet (from, to, colour, size, length), a circuit in JSON, or circuit text. What is
        drawn now can be had back by Undo.
      </p>
      <textarea
        aria-label="What to import"
        className="field min-h-28 font-mono text-[14px]"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
      />
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button type="button" className="key" disabled={typed.trim() === ''} onClick={() => take(typed)}>
          Import
        </button>
        <label className="key border-line flex items-center">
          From a file
          <input
            type="file"
            accept=".json,.csv,.tsv,.txt,.circuit"
            className="sr-only"
            onChange={({ target }) => {
              const file = target.files?.[0];
              target.value = '';
              if (file === undefined) return;
              if (file.size > 2 * longestImport)
                return setTold(`${file.name} is larger than a circuit can be: expected at most 4 MB.`);
              file.text().then(take, () => setTold(`${file.name} cannot be read.`));
            }}
          />
        </label>
      </div>
      {told !== null && (
        <p role="alert" className="text-clash mt-1 text-[15px]">
          {told}
        </p>
      )}
      {table !== null && (
        <ColumnMeanings
          rows={table.rows}
          first={table.shape}
          onText={onText}
          onCancel={() => setTable(null)}
        />
      )}
    </section>
  );
}
