import type { BoxCavity, FuseKind, FuseStyle } from '@grim-lantern/core';
import { fuseStyles, parseRating } from '@grim-lantern/core';
import { useEffect, useId, useRef, useState } from 'react';
import { Labelled } from '../../ui/Labelled';
import { TextField } from '../../ui/TextField';

/** One cavity: what the cover says, and what is found in it. Enter keeps it and goes on to the next. */
export function CavityForm({
  cavity,
  onKeep,
  onRemove,
}: {
  readonly cavity: BoxCavity;
  readonly onKeep: (cavity: BoxCavity) => Promise<void>;
  readonly onRemove: () => void;
}) {
  const fields = useId();
  const first = useRef<HTMLInputElement>(null);
  const [number, setNumber] = useState(cavity.number);
  const [label, setLabel] = useState(cavity.label);
  const [kind, setKind] = useState(cavity.kind);
  const [rating, setRating] = useState(amps(cavity.labelled));
  const [style, setStyle] = useState<FuseStyle>(cavity.labelled?.style ?? 'regular blade');
  const [found, setFound] = useState(amps(cavity.fitted));
  const [foundStyle, setFoundStyle] = useState<FuseStyle>(cavity.fitted?.style ?? style);
  const [column, setColumn] = useState(String(cavity.column));
  const [row, setRow] = useState(String(cavity.row));
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => first.current?.focus(), []);
  const keep = () => {
    const labelled = kindFrom(rating, style);
    const fitted = kindFrom(found, foundStyle);
    if (labelled === 'flaw') return setProblem('Rating: expected 0.5 to 500 A, or nothing.');
    if (fitted === 'flaw') return setProblem('Found in it: expected 0.5 to 500 A, or nothing.');
    if (number.trim() === '') return setProblem('Number: expected one.');
    const place = { column: Number(column), row: Number(row) };
    if (!Object.values(place).every((each) => Number.isInteger(each) && each >= 1)) {
      return setProblem('Column and row: expected whole numbers from 1.');
    }
    setProblem(null);
    void onKeep({
      ...cavity,
      ...place,
      number: number.trim(),
      label: label.trim(),
      kind,
      labelled: kind === 'relay' ? null : labelled,
      fitted: kind === 'relay' ? null : fitted,
    });
  };
  return (
    <form
      aria-label={`Cavity ${cavity.number}`}
      className="border-ink mt-2 grid grid-cols-2 items-end gap-2 border p-3 sm:grid-cols-[90px_1fr_110px_90px_150px] print:hidden"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <TextField label="Number" text={number} onType={setNumber} maxLength={12} />
      <TextField ref={first} label="The cover says" text={label} onType={setLabel} maxLength={200} />
      <Labelled id={`${fields}-kind`} label="It holds">
        <select
          id={`${fields}-kind`}
          className="field"
          value={kind}
          onChange={({ target }) => setKind(target.value === 'relay' ? 'relay' : 'fuse')}
        >
          <option value="fuse">a fuse</option>
          <option value="relay">a relay</option>
        </select>
      </Labelled>
      {kind === 'fuse' && (
        <>
          <TextField label="Rating, A" text={rating} onType={setRating} figure />
          <Style id={`${fields}-style`} label="Style" chosen={style} onChoose={setStyle} />
          <TextField label="Found, A" text={found} onType={setFound} figure />
          <Style
            id={`${fields}-found-style`}
            label="Its style"
            chosen={foundStyle}
            onChoose={setFoundStyle}
          />
        </>
      )}
      <TextField label="Column" text={column} onType={setColumn} figure />
      <TextField label="Row" text={row} onType={setRow} figure />
      {problem !== null && (
        <p role="alert" className="text-clash col-span-full">
          {problem}
        </p>
      )}
      <div className="col-span-full flex gap-2">
        <button type="submit" className="key key-chosen">
          Keep, and the next
        </button>
        <button type="button" className="key border-line" onClick={onRemove}>
          Take it off the map
        </button>
      </div>
    </form>
  );
}

function amps(kind: FuseKind | null): string {
  return kind === null ? '' : String(kind.ratingAmps);
}

function kindFrom(text: string, style: FuseStyle): FuseKind | null | 'flaw' {
  if (text.trim() === '') return null;
  const ratingAmps = parseRating(text);
  return ratingAmps === null ? 'flaw' : { style, ratingAmps };
}

function Style({
  id,
  label,
  chosen,
  onChoose,
}: {
  id: string;
  label: string;
  chosen: FuseStyle;
  onChoose: (style: FuseStyle) => void;
}) {
  return (
    <Labelled id={id} label={label}>
      <select
        id={id}
        className="field"
        value={chosen}
        onChange={({ target }) => onChoose(fuseStyles.find((each) => each === target.value) ?? chosen)}
      >
        {fuseStyles.map((each) => (
          <option key={each} value={each}>
            {each}
          </option>
        ))}
      </select>
    </Labelled>
  );
}
