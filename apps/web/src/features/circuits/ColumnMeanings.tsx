import type { WireColumn, WireListShape } from '@grim-lantern/core';
import { notationFromWireList, wireColumns } from '@grim-lantern/core';
import { useState } from 'react';

const meanings: readonly { readonly id: WireColumn; readonly name: string }[] = [
  { id: 'from', name: 'From' },
  { id: 'from pin', name: 'From: pin' },
  { id: 'to', name: 'To' },
  { id: 'to pin', name: 'To: pin' },
  { id: 'wire', name: 'Wire number' },
  { id: 'name', name: 'Name' },
  { id: 'colour', name: 'Colour' },
  { id: 'mm²', name: 'Size, mm²' },
  { id: 'awg', name: 'Size, AWG' },
  { id: 'm', name: 'Length, m' },
  { id: 'ft', name: 'Length, ft' },
  ...wireColumns
    .filter((each) => each === 'via' || each.endsWith('part'))
    .map((id) => ({ id, name: id === 'via' ? 'Places' : `${id === 'from part' ? 'From' : 'To'}: part` })),
];

/** Rows of a table as they will be read. */
const shownRows = 4;

/** A table whose columns want a meaning: each is chosen above its first rows. */
export function ColumnMeanings({
  rows,
  first,
  onText,
  onCancel,
}: {
  readonly rows: readonly (readonly string[])[];
  readonly first: WireListShape;
  readonly onText: (text: string) => void;
  readonly onCancel: () => void;
}) {
  const [shape, setShape] = useState(first);
  const ready = shape.columns.includes('from') && shape.columns.includes('to');
  const mean = (column: number, meaning: WireColumn | null) =>
    setShape({
      ...shape,
      // One column for each meaning: it moves to where it is chosen last.
      columns: shape.columns.map((each, i) => (i === column ? meaning : each === meaning ? null : each)),
    });
  return (
    <section aria-label="What the columns mean" className="mt-3">
      <h3 className="font-medium">What do the columns mean?</h3>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          checked={shape.heading}
          onChange={({ target }) => setShape({ ...shape, heading: target.checked })}
        />
        The first row names the columns
      </label>
      <div className="overflow-x-auto">
        <table className="text-left text-[15px]">
          <thead>
            <tr>
              {shape.columns.map((meaning, column) => (
                <th key={column} className="pr-2 pb-1 font-normal">
                  <select
                    aria-label={`Column ${column + 1}`}
                    className="field w-36 px-2"
                    value={meaning ?? ''}
                    onChange={({ target }) =>
                      mean(column, meanings.find(({ id }) => id === target.value)?.id ?? null)
                    }
                  >
                    <option value="">left out</option>
                    {meanings.map(({ id, name }) => (
                      <option key={id} value={id}>
                        {name}
                      </option>
                    ))}
                  </select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, shownRows).map((row, r) => (
              <tr key={r} className={r === 0 && shape.heading ? 'text-dim' : ''}>
                {shape.columns.map((_meaning, column) => (
                  <td key={column} className="max-w-36 truncate pr-2">
                    {row[column] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="key key-chosen"
          disabled={!ready}
          onClick={() => onText(notationFromWireList(rows, shape))}
        >
          Draw them
        </button>
        <button type="button" className="key border-line" onClick={onCancel}>
          Cancel
        </button>
        {!ready && <span className="text-dim">Choose which columns say from and to.</span>}
      </div>
    </section>
  );
}
