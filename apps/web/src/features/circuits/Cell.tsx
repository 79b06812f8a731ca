import { useState } from 'react';

/** A field of a table: what is typed counts when it is left or Enter is pressed; Escape takes it back. */
export function Cell({
  label,
  value,
  unit = '',
  assumed = false,
  placeholder,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly unit?: string;
  readonly assumed?: boolean;
  readonly placeholder?: string;
  readonly onChange: (text: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed !== value) onChange(typed);
    setTyped(null);
  };
  return (
    <span className="flex items-center gap-1">
      <input
        aria-label={label}
        title={assumed ? 'Assumed' : undefined}
        className={`field border-line px-2 ${assumed ? 'text-dim italic' : ''}`}
        value={typed ?? value}
        placeholder={placeholder}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={done}
        onKeyDown={({ key }) => {
          if (key === 'Enter') done();
          if (key === 'Escape') setTyped(null);
        }}
      />
      {unit !== '' && <span className="text-dim">{unit}</span>}
    </span>
  );
}
