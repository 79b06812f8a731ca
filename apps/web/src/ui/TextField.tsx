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
  type = 'text',
  autoComplete,
  ref,
}: {
  readonly label: string;
  readonly text: string;
  readonly onType: (text: string) => void;
  /** Whether it is a number: its letters, and the keys of a touch screen. */
  readonly figure?: boolean;
  readonly maxLength?: number;
  readonly placeholder?: string | undefined;
  readonly type?: 'text' | 'password';
  /** What the browser may fill in, by the names of HTML. */
  readonly autoComplete?: string;
  readonly ref?: Ref<HTMLInputElement>;
}) {
  const id = useId();
  return (
    <Labelled id={id} label={label}>
      <input
        ref={ref}
        id={id}
        type={type}
        autoComplete={autoComplete}
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
