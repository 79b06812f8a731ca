import type { GrowChoice } from '@grim-lantern/core';
import { useEffect, useRef, useState } from 'react';
import { TextField } from '../../ui/TextField';

/** Number or words, and figure, of a part that is added; both may be left as they are. */
export function GrowForm({
  choice,
  usualName,
  problem,
  onAdd,
  onCancel,
}: {
  readonly choice: GrowChoice;
  readonly usualName: string;
  readonly problem: string | null;
  readonly onAdd: (name: string, figure: string) => void;
  readonly onCancel: () => void;
}) {
  const [name, setName] = useState(usualName);
  const [figure, setFigure] = useState('');
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => {
    // What is typed takes the place of the number that came by itself.
    first.current?.select();
  }, []);
  const label =
    choice.word === 'module'
      ? 'Name and pin: M1.4'
      : choice.goesBy === 'number'
        ? 'Number'
        : 'Which (left, low …)';
  return (
    <form
      aria-label={choice.label}
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onAdd(name, figure);
      }}
    >
      <span className="flex min-h-11 items-center text-lg font-medium">{choice.label}</span>
      <div className="w-40">
        <TextField
          ref={first}
          label={label}
          text={name}
          onType={setName}
          maxLength={60}
          placeholder={choice.goesBy === 'words' ? 'if there are several' : undefined}
        />
      </div>
      {choice.figure !== null && (
        <div className="w-28">
          <TextField
            label={choice.figure.label}
            text={figure}
            onType={setFigure}
            figure
            maxLength={12}
            placeholder="assumed"
          />
        </div>
      )}
      <button type="submit" className="key key-chosen">
        Add
      </button>
      <button type="button" className="key border-line" onClick={onCancel}>
        Cancel
      </button>
      {problem !== null && (
        <p role="alert" className="text-clash w-full text-[15px]">
          {problem}
        </p>
      )}
    </form>
  );
}
