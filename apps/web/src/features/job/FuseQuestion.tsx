import type { Circuit, OperatingState } from '@grim-lantern/core';
import { instrumentById, partById } from '@grim-lantern/core';
import { useRecording } from '../entry/recording';

/** Asked at once where the state of the vehicle may have opened a fuse: all that is read behind it hangs on that. */
export function FuseQuestion({
  circuit,
  fuse,
  state,
}: {
  readonly circuit: Circuit;
  readonly fuse: string;
  readonly state: OperatingState;
}) {
  const record = useRecording();
  const { display } = instrumentById('fuse-check');
  const test = { instrument: 'fuse-check', at: fuse } as const;
  return (
    <section
      aria-label="Is the fuse whole?"
      className="flex flex-col gap-3 py-2"
      data-testid="next"
      data-instrument={test.instrument}
      data-at={fuse}
      data-state={JSON.stringify(state)}
    >
      <span className="text-dim">First</span>
      <h2 className="text-[26px] leading-tight font-semibold">
        Is {partById(circuit, fuse).name} still whole?
      </h2>
      <p className="text-dim text-[15px]">
        By what is known it may have blown just now. Read both its legs, or pull it and look: a blown one
        changes what every reading behind it means.
      </p>
      {display.kind === 'outcomes' &&
        display.outcomes.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            disabled={record === null}
            data-outcome={id}
            className="border-line bg-raised hover:border-ink flex min-h-15 items-center border px-4 py-2 text-left text-xl font-semibold"
            onClick={() =>
              record?.({
                type: 'reading-taken',
                test,
                state,
                value: { kind: 'outcome', outcome: id },
                typed: name,
              })
            }
          >
            {name}
          </button>
        ))}
    </section>
  );
}
