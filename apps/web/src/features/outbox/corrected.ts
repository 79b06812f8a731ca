import { instrumentById, parseReading, withFieldUnit } from '@grim-lantern/core';
import type { JobEvent } from '@grim-lantern/core';
import { newId } from '../../data/newId';
import type { Refused } from '../../data/outbox';

/** The words of an entry that can be typed anew; null where it was tapped. */
export function wordsOf(event: JobEvent): string | null {
  if (event.type === 'reading-taken') return event.value.kind === 'outcome' ? null : event.typed;
  if ('text' in event) return event.text;
  if ('why' in event) return event.why ?? '';
  return null;
}

/**
 * A refused entry as it goes out again: with the words typed anew, the time now where its own was refused, an id of its own where
 * another entry has its id.
 * @returns the entry, or the sentence that says what is wrong with the words
 */
export function corrected({ event, code }: Refused, words: string): JobEvent | string {
  const id = code === 'event/id-taken' ? newId() : event.id;
  const at = code === 'event/time' ? new Date().toISOString() : event.at;
  const stamped = { ...event, id, at };
  if (wordsOf(event) === null || words === wordsOf(event)) return stamped;
  if (stamped.type === 'reading-taken') {
    const { display } = instrumentById(stamped.test.instrument);
    if (display.kind !== 'number') return stamped;
    const typed = withFieldUnit(words, display.scale);
    const parsed = parseReading(typed, display.scale);
    return parsed.status === 'refused' ? parsed.why : { ...stamped, value: parsed.value, typed };
  }
  return { ...stamped, ...('text' in stamped ? { text: words } : { why: words }) };
}
