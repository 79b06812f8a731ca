import type { OperatingState, TapItem } from '@grim-lantern/core';
import { instrumentById } from '@grim-lantern/core';
import { useRecording } from './recording';

/** The outcomes of something that is read with one tap; another tap takes the place of the last. */
export function OutcomeKeys({
  item: { test, last },
  name,
  state,
  className,
  keyClassName,
}: {
  readonly item: TapItem;
  /** For those who hear it. */
  readonly name: string;
  readonly state: OperatingState;
  readonly className: string;
  readonly keyClassName: string;
}) {
  const record = useRecording();
  const { display } = instrumentById(test.instrument);
  const chosen = last?.value.kind === 'outcome' ? last.value.outcome : null;
  return (
    <div role="group" aria-label={name} className={`border-line flex border ${className}`}>
      {display.kind === 'outcomes' &&
        display.outcomes.map((outcome) => (
          <button
            key={outcome.id}
            type="button"
            aria-pressed={chosen === outcome.id}
            disabled={record === null}
            className={`text-[15px] font-medium ${keyClassName} ${chosen === outcome.id ? 'bg-ink text-ground' : 'text-dim hover:text-ink'}`}
            onClick={() => {
              if (chosen === outcome.id) return;
              record?.({
                type: 'reading-taken',
                test,
                state,
                value: { kind: 'outcome', outcome: outcome.id },
                typed: outcome.name,
                ...(last === null ? {} : { corrects: last.id }),
              });
            }}
          >
            {outcome.name}
          </button>
        ))}
    </div>
  );
}
