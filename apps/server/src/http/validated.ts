import { firstProblem, unstorable, unstorableText } from '@grim-lantern/contract';
import type { z } from 'zod';
import { ApiProblem } from './problems';

/** A request's body or query, checked. @throws {ApiProblem} 422 with the field and one sentence */
export function validated<T>(schema: z.ZodType<T>, input: unknown): T {
  const broken = unstorableText(input);
  if (broken !== null) {
    throw new ApiProblem(
      'request/field',
      broken,
      `${broken === '' ? 'The document' : broken}: ${unstorable}`,
    );
  }
  const result = schema.safeParse(input);
  if (result.success) return result.data;
  const { field, message } = firstProblem(result.error);
  throw new ApiProblem('request/field', field, message);
}
