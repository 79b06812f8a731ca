import type { Circuit, JobFact } from '@grim-lantern/core';
import { instruction, readingWords } from '@grim-lantern/core';
import { useMemo, useState } from 'react';

/** What was entered last in this window. */
export interface LastEntry {
  readonly id: string;
  readonly what: string;
  readonly value: string;
}

type Recorder = ((fact: JobFact) => string) | null;

/** Recording that remembers the last reading entered, and taking it back at once. */
export function useLastEntry(circuit: Circuit, record: Recorder) {
  const [last, setLast] = useState<LastEntry | null>(null);
  const remembering = useMemo(
    (): Recorder =>
      record === null
        ? null
        : (fact) => {
            const id = record(fact);
            const words = entryWords(circuit, fact);
            if (words !== null) setLast({ id, ...words });
            return id;
          },
    [circuit, record],
  );
  return {
    record: remembering,
    last,
    forget: () => setLast(null),
    undo: () => {
      if (last !== null) record?.({ type: 'reading-withdrawn', reading: last.id, why: 'undone at once' });
      setLast(null);
    },
  } as const;
}

/** What a fact measured and what it showed; null where it is no reading, or takes the place of one that stays withdrawn. */
function entryWords(circuit: Circuit, fact: JobFact): Omit<LastEntry, 'id'> | null {
  if (fact.type !== 'reading-taken' || fact.corrects !== undefined) return null;
  return { what: instruction(circuit, fact.test), value: readingWords(fact) };
}
