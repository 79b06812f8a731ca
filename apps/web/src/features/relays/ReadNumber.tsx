import type { LedgerReading, OperatingState, ReadingValue, Test } from '@grim-lantern/core';
import { instrumentById, readingWords } from '@grim-lantern/core';
import { useId } from 'react';
import { AmountField } from '../../ui/AmountField';
import { useRecording } from '../entry/recording';

/** A number read at a point: typed, or OL with one tap where the instrument shows that. The last one is corrected. */
export function ReadNumber({
  test,
  state,
  last,
  label,
}: {
  readonly test: Test;
  readonly state: OperatingState;
  readonly last: LedgerReading | null;
  /** For those who hear it. */
  readonly label: string;
}) {
  const record = useRecording();
  const field = useId();
  const { display } = instrumentById(test.instrument);
  if (display.kind !== 'number') return null;
  const { scale } = display;
  const take = (value: ReadingValue, typed: string) =>
    record?.({
      type: 'reading-taken',
      test,
      state,
      value,
      typed,
      ...(last === null ? {} : { corrects: last.id }),
    });
  return (
    <div className="mt-1 flex items-start gap-3">
      <AmountField
        id={field}
        label={label}
        scale={scale}
        shown={last?.value.kind === 'number' ? readingWords(last) : ''}
        disabled={record === null}
        onTake={(value, typed) => take({ kind: 'number', value }, typed)}
      />
      {scale.overload && (
        <button
          type="button"
          className={`key shrink-0 ${last?.value.kind === 'overload' ? 'key-chosen' : 'border-line'}`}
          disabled={record === null}
          onClick={() => take({ kind: 'overload' }, 'OL')}
        >
          OL
        </button>
      )}
    </div>
  );
}
