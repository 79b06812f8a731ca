import type { Circuit } from '@grim-lantern/core';
import { instruction, readingWords, suspectName } from '@grim-lantern/core';
import { Dialog } from 'radix-ui';
import type { HeldEntry } from './useEntry';

/** Questions an entry that no suspect explains: look again, or enter it all the same. */
export function HeldQuestion({
  circuit,
  held,
  onKeep,
  onDrop,
}: {
  readonly circuit: Circuit;
  readonly held: HeldEntry;
  readonly onKeep: () => void;
  readonly onDrop: () => void;
}) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onDrop()}>
      <Dialog.Portal>
        <Dialog.Overlay className="bg-ground/80 fixed inset-0 z-10" />
        <Dialog.Content className="bg-ground border-clash fixed inset-x-2 top-1/4 z-20 mx-auto max-w-[520px] border-2 p-5">
          <Dialog.Title className="text-2xl font-semibold">
            {readingWords(held.reading)}: is that right?
          </Dialog.Title>
          <Dialog.Description className="my-2 text-lg">
            {instruction(circuit, held.reading.test)}. No suspect explains it. If it is{' '}
            {suspectName(circuit, held.suspect)}, expect {held.expected}. See that the probe is on the right
            pin and the state as shown.
          </Dialog.Description>
          <div className="mt-4 flex flex-wrap gap-2">
            <button type="button" className="key key-chosen" onClick={onDrop}>
              Read it again
            </button>
            <button type="button" className="key" onClick={onKeep}>
              It is right: enter it
            </button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
