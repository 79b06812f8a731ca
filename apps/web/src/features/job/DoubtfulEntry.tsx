import type { Circuit, LedgerReading } from '@grim-lantern/core';
import { instruction, readingWords, midSentence } from '@grim-lantern/core';

/** Asks once about an entry that no suspect explains. It is taken already: nothing waits for the answer. */
export function DoubtfulEntry({
  circuit,
  reading,
  expected,
  onKeep,
  onCorrect,
}: {
  readonly circuit: Circuit;
  readonly reading: LedgerReading;
  /** What the leading suspect would show. */
  readonly expected: string;
  readonly onKeep: () => void;
  readonly onCorrect: () => void;
}) {
  return (
    <section aria-label="Is that right?" className="border-clash mb-3 border-l-4 py-1 pl-4">
      <h2 className="text-xl font-semibold">{readingWords(reading)}: is that right?</h2>
      <p className="my-1">
        {instruction(circuit, reading.test)}. No suspect explains it well: by all the rest it should show{' '}
        {midSentence(expected)}. See that the probe is on the right pin, and the state as shown.
      </p>
      <div className="mt-2 flex gap-2">
        <button type="button" className="key" onClick={onCorrect}>
          Read it again
        </button>
        <button type="button" className="key border-line" onClick={onKeep}>
          It is right
        </button>
      </div>
    </section>
  );
}
