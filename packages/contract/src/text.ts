import type { TerminalRef } from '@grim-lantern/core';
import { z } from 'zod';

/** A UUID, in lower case whichever way it was written: as the database gives it back. */
export const uuid = (expected = 'Expected a UUID.') => z.uuid(expected).toLowerCase();

const [firstMoment, lastMoment] = [Date.UTC(2000), Date.UTC(2100)];

/** A date and time with its offset, within the years that a workshop's clock can show. */
export const moment = z.iso
  .datetime({ offset: true, error: 'Expected a date and time (ISO 8601).' })
  .refine((text) => {
    const milliseconds = Date.parse(text);
    return milliseconds >= firstMoment && milliseconds < lastMoment;
  }, 'Expected a date between the years 2000 and 2100: set the clock of this device.');

/** Names that every object of the language has: as ids they would be found where nothing was stored. */
const isReserved = (id: string) => id in {};
const reserved = 'Expected an id other than a word of the programming language, such as “constructor”.';

/** An id inside a document: short, no white space, no full stop (a terminal is PART.TERMINAL). */
export const localId = z
  .string()
  .regex(/^[A-Za-z0-9+_-]{1,40}$/, 'Expected 1 to 40 letters, digits, “-” or “_”.')
  .refine((id) => !isReserved(id), reserved);

/** A section, a part, or two of them. */
export const suspectId = z
  .string()
  .regex(/^[A-Za-z0-9+_-]{1,40}(&[A-Za-z0-9+_-]{1,40}){0,3}$/, 'Expected the id of a section or a part.')
  .refine((ids) => !ids.split('&').some(isReserved), reserved);

export const terminal = z
  .string()
  .regex(/^[A-Za-z0-9+_-]{1,40}\.[A-Za-z0-9+_-]{1,40}$/, 'Expected PART.TERMINAL, such as “K4.coilFeed”.')
  .refine((text) => !text.split('.').some(isReserved), reserved)
  .transform((text) => text as TerminalRef);

/**
 * What no database stores and no file carries: the character NUL, and half of a character of two halves (a lone
 * surrogate). Checks every text and every field's name of a document. Cost: linear in its size.
 * @returns where the first one is, as a path such as `events.0.typed`, empty for the document itself; null where there is none
 */
export function unstorableText(document: unknown): string | null {
  const stack: { readonly value: unknown; readonly path: string }[] = [{ value: document, path: '' }];
  for (let next = stack.pop(); next !== undefined; next = stack.pop()) {
    const { value, path } = next;
    if (typeof value === 'string' && !isStorable(value)) return path;
    if (typeof value !== 'object' || value === null) continue;
    for (const [key, inner] of Object.entries(value)) {
      if (!isStorable(key)) return path;
      stack.push({ value: inner, path: path === '' ? key : `${path}.${key}` });
    }
  }
  return null;
}

const loneSurrogate = /\p{Surrogate}/u;
const isStorable = (text: string) => !text.includes('\0') && !loneSurrogate.test(text);

/** The sentence for such a text. */
export const unstorable = 'Expected text without broken characters: type it again.';

/** A short line of words, shown as plain text wherever it appears. */
export const shortText = z
  .string()
  .trim()
  .min(1, 'Expected some text.')
  .max(120, 'Expected at most 120 characters.');

/** A paragraph. */
export const longText = z
  .string()
  .trim()
  .min(1, 'Expected some text.')
  .max(4000, 'Expected at most 4000 characters.');
