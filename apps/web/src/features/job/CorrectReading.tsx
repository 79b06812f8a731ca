import type { Circuit, LedgerReading } from '@grim-lantern/core';
import { instruction, readingWords, stateWords } from '@grim-lantern/core';
import { Dialog } from 'radix-ui';
import { ReadingEntry } from '../entry/ReadingEntry';
import { useRecording } from '../entry/recording';

/** Takes a reading's place with what it should have been; both stay in the record. */
export function CorrectReading({
  circuit,
  reading,
  onClose,
}: {
  readonly circuit: Circuit;
  readonly reading: LedgerReading;
  readonly onClose: () => void;
}) {
  const record = useRecording();
  const { test, state, id } = reading;
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="bg-ground/80 fixed inset-0 z-10" />
        <Dialog.Content className="bg-ground border-ink fixed inset-x-2 top-2 z-20 mx-auto max-h-[96vh] max-w-[520px] overflow-auto border p-5 sm:top-16">
          <Dialog.Title className="text-2xl font-semibold">
            Correct: {instruction(circuit, test)}
          </Dialog.Title>
          <Dialog.Description className="text-dim my-2">
            Entered as {readingWords(reading)}, {stateWords(circuit, state)}. Both stay in the record.
          </Dialog.Description>
          <ReadingEntry
            circuit={circuit}
            test={test}
            outcomes={[]}
            disabled={record === null}
            onHold={() => undefined}
            onRead={(entered) => {
              record?.({ type: 'reading-taken', test, state, ...entered, corrects: id });
              onClose();
            }}
          />
          <Dialog.Close className="key border-line mt-3">Cancel</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
