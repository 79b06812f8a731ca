import type { z } from 'zod';

/**
 * The first thing wrong, as one sentence that names the field and what was expected.
 * @returns `field` as a path (`events.0.state.apart`), empty for the whole body
 */
export function firstProblem(error: z.ZodError): { field: string; message: string } {
  const issue = error.issues[0];
  if (issue === undefined) return { field: '', message: 'The request does not hold what was expected.' };
  const path = issue.path.map(String).join('.');
  const field = path === '' ? 'The document' : path;
  return {
    field: path,
    message: `${field}: ${issue.message.replace(/^Invalid input: e/, 'E').replace(/([^.])$/, '$1.')}`,
  };
}
