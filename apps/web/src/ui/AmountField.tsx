import type { NumberScale } from '@grim-lantern/core';
import { fieldUnit, parseReading, withFieldUnit } from '@grim-lantern/core';
import { useRef, useState } from 'react';

/** A number with its unit as it is spoken: `330 mA`, `0,33`. Enter or leaving the field takes it. */
export function AmountField({
  id,
  label,
  scale,
  shown,
  disabled,
  onTake,
}: {
  readonly id: string;
  /** For those who hear it. */
  readonly label: string;
  readonly scale: NumberScale;
  /** What was taken last, in the same words; empty for nothing. */
  readonly shown: string;
  readonly disabled: boolean;
  readonly onTake: (value: number, typed: string) => void;
}) {
  const unit = fieldUnit(scale);
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  // Enter takes it and moves on, and leaving the field, before it is drawn anew, would take it once more.
  const taken = useRef<string | null>(null);
  const take = () => {
    const text = typed?.trim() ?? '';
    if (text === '' || text === shown || text === taken.current) {
      setTyped(null);
      setProblem(null);
      return;
    }
    const words = withFieldUnit(text, scale);
    const parsed = parseReading(words, scale);
    if (parsed.status === 'refused') return setProblem(parsed.why);
    if (parsed.value.kind !== 'number') return setProblem(`Expected a number in ${unit}.`);
    setProblem(null);
    setTyped(null);
    taken.current = text;
    onTake(parsed.value.value, words);
  };
  return (
    <span className="min-w-0">
      <span className="flex items-center gap-2">
        <input
          id={id}
          aria-label={label}
          aria-invalid={problem !== null}
          inputMode="decimal"
          autoComplete="off"
          className="field font-mono"
          disabled={disabled}
          value={typed ?? shown}
          onChange={({ target }) => {
            taken.current = null;
            setTyped(target.value);
          }}
          onBlur={take}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            take();
            nextField(event.currentTarget)?.focus();
          }}
        />
        <span className="text-dim text-[15px]">{unit}</span>
      </span>
      {problem !== null && (
        <span role="alert" className="text-clash block text-[14px]">
          {problem}
        </span>
      )}
    </span>
  );
}

/** The next field of the same list: one goes down it with Enter alone. */
function nextField(field: HTMLInputElement): HTMLInputElement | undefined {
  const fields = [...(field.closest('[data-fields]')?.querySelectorAll<HTMLInputElement>('input') ?? [])];
  return fields[fields.indexOf(field) + 1];
}
