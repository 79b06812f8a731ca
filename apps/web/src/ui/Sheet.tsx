import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

/** What is laid over the page and closed again: a title, what it rests on, and its content. */
export function Sheet({
  title,
  description,
  width,
  onClose,
  children,
}: {
  readonly title: string;
  readonly description: string;
  /** The class of its greatest width. */
  readonly width: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="bg-ground/80 fixed inset-0 z-10" />
        <Dialog.Content
          className={`bg-ground border-ink fixed inset-x-2 top-2 bottom-2 z-20 mx-auto overflow-auto border p-5 sm:top-6 sm:bottom-auto sm:max-h-[calc(100%-48px)] ${width}`}
        >
          <div className="mb-3 flex items-center justify-between gap-3">
            <Dialog.Title className="text-2xl font-semibold">{title}</Dialog.Title>
            <Dialog.Close className="key border-line">Close</Dialog.Close>
          </div>
          <Dialog.Description className="text-dim mb-3">{description}</Dialog.Description>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
