import type { Ref } from 'react';
import { useId } from 'react';
import { Labelled } from './Labelled';

/** A line of words or a number, under its label. */
export function TextField({
  label,
  text,
  onType,
  figure = false,
  maxLength,
  placeholder,
  ref,
}: {
  readonly label: string;
  readonly text: string;
  readonly onType: (text: string) => void;
  /** Whether it is a number: its letters, and the keys of a touch screen. */
  readonly figure?: boolean;
  readonly maxLength?: number;
  readonly placeholder?: string | undefined;
  readonly ref?: Ref<HTMLInputElement>;
}) {
  const id = useId();
  return (
    <Labelled id={id} label={label}>
      <input
        ref={ref}
        id={id}
        className={`field ${figure ? 'font-mono' : ''}`}
        inputMode={figure ? 'decimal' : undefined}
        maxLength={maxLength}
        placeholder={placeholder}
        value={text}
        onChange={({ target }) => onType(target.value)}
      />
    </Labelled>
  );
}
