import type { Circuit, OperatingState, Test } from '@grim-lantern/core';
import { stateKey } from '@grim-lantern/core';
import { ReadingEntry } from '../entry/ReadingEntry';
import { useRecording } from '../entry/recording';

/** One reading in a state of its own: the state is set with a tap, then what is read is entered. */
export function ReadInState({
  circuit,
  test,
  state,
  present,
}: {
  readonly circuit: Circuit;
  readonly test: Test;
  readonly state: OperatingState;
  /** How the vehicle stands now. */
  readonly present: OperatingState;
}) {
  const record = useRecording();
  return (
    <>
      {stateKey(state) !== stateKey(present) && (
        <button
          type="button"
          className="key border-line mb-2"
          disabled={record === null}
          onClick={() => record?.({ type: 'state-set', state })}
        >
          Setup done
        </button>
      )}
      <ReadingEntry
        circuit={circuit}
        test={test}
        outcomes={[]}
        disabled={record === null}
        onHold={() => undefined}
        onRead={(entered) => record?.({ type: 'reading-taken', test, state, ...entered })}
      />
    </>
  );
}
