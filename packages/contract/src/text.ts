import type { TerminalRef } from '@grim-lantern/core';
import { z } from 'zod';

/** An id inside a document: short, no white space, no full stop (a terminal is PART.TERMINAL). */
export const localId = z
  .string()
  .regex(/^[A-Za-z0-9+_-]{1,40}$/, 'Expected 1 to 40 letters, digits, “-” or “_”.');

/** A section, a part, or two of them. */
export const suspectId = z
  .string()
  .regex(/^[A-Za-z0-9+_-]{1,40}(&[A-Za-z0-9+_-]{1,40}){0,3}$/, 'Expected the id of a section or a part.');

export const terminal = z
  .string()
  .regex(/^[A-Za-z0-9+_-]{1,40}\.[A-Za-z0-9+_-]{1,40}$/, 'Expected PART.TERMINAL, such as “K4.coilFeed”.')
  .transform((text) => text as TerminalRef);

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
