import { firstProblem, unstorable, unstorableText } from '@grim-lantern/contract';
import type { z } from 'zod';
import { ApiProblem } from './problems';

/** What a check finds: the data as the schema has it, or the first field that does not fit, in a sentence. */
export type Checked<T> = { readonly data: T } | { readonly field: string; readonly message: string };

/** Checks a body or a query. */
export function checked<T>(schema: z.ZodType<T>, input: unknown): Checked<T> {
  const broken = unstorableText(input);
  if (broken !== null) {
    return { field: broken, message: `${broken === '' ? 'The document' : broken}: ${unstorable}` };
  }
  const result = schema.safeParse(input);
  return result.success ? { data: result.data } : firstProblem(result.error);
}

/** A request's body or query, checked. @throws {ApiProblem} 422 with the field and one sentence */
export function validated<T>(schema: z.ZodType<T>, input: unknown): T {
  return accepted(checked(schema, input));
}

/** @throws {ApiProblem} 422 with the field and one sentence, where the check has found one */
export function accepted<T>(found: Checked<T>): T {
  if ('data' in found) return found.data;
  throw new ApiProblem('request/field', found.field, found.message);
}
