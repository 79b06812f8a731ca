import { linesType } from '@grim-lantern/contract';
import type { ProgressLine, Tell } from '@grim-lantern/contract';
import type { Request, Response } from 'express';
import type { ApiProblem } from '../errors/problems';

/**
 * Sends what some work ends with: as JSON, or where the request accepts lines, with a line before it each time the work tells how
 * far it is. A failure before the first of them is an ordinary one; after it, it is the last line.
 * @param problemOf - translates an error, and logs what is no refusal
 * @throws what the work throws before it has told anything
 */
export async function sendTold(
  request: Request,
  response: Response,
  work: (tell: Tell) => Promise<unknown>,
  problemOf: (error: unknown) => ApiProblem,
): Promise<void> {
  response.set('cache-control', 'no-store');
  if (!(request.headers.accept ?? '').includes(linesType)) {
    response.json(await work(() => undefined));
    return;
  }
  const line = (content: ProgressLine) => {
    // Compressed it would be held back until there is more of it.
    if (!response.headersSent) response.type(linesType).set('cache-control', 'no-store, no-transform');
    response.write(`${JSON.stringify(content)}\n`);
  };
  try {
    line({ reply: await work(line) });
  } catch (error) {
    if (!response.headersSent) throw error;
    const problem = problemOf(error);
    line({ status: problem.status, problem: problem.body() });
  }
  response.end();
}
