import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { ConnectionError, DatabaseError } from 'sequelize';
import { ApiProblem } from '../errors/problems';

/** The one translation of an error into a status and a body. What is not a refusal is logged. */
export function errorHandler(logger: Logger): ErrorRequestHandler {
  // Express tells an error handler by its four parameters.
  return (error, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = loggedProblem(logger, error);
    response.status(problem.status).json(problem.body());
  };
}

/** What an error is told as; what is no refusal is logged. */
export function loggedProblem(logger: Logger, error: unknown): ApiProblem {
  const problem = problemOf(error);
  if (problem.status >= 500) logger.error({ err: error }, problem.message);
  return problem;
}

function problemOf(error: unknown): ApiProblem {
  if (error instanceof ApiProblem) return error;
  if (isUnreachable(error)) return new ApiProblem('database/unreachable');
  if (hasNoRoom(error)) return new ApiProblem('database/no-room');
  // PostgreSQL's class 22: a value that it will never store, however often it is sent.
  if (error instanceof DatabaseError && codeOf(error).startsWith('22')) {
    return new ApiProblem('request/unstorable');
  }
  const status = statusOf(error);
  if (status === 413) return new ApiProblem('request/too-large', undefined, tooLarge(error));
  if (status === 400) return new ApiProblem('request/not-json');
  return new ApiProblem('server/broken');
}

/** Lost connections come in several shapes: refused, timed out, ended in the middle, or "shutting down" (57P…). */
function isUnreachable(error: unknown): boolean {
  if (error instanceof ConnectionError) return true;
  if (error instanceof Error && error.name === 'SequelizeConnectionAcquireTimeoutError') return true;
  if (!(error instanceof DatabaseError)) return false;
  return /^(57P|08)/.test(codeOf(error)) || /Connection terminated|ECONNRESET|EPIPE/.test(error.message);
}

/** PostgreSQL's class 53, want of resources, and a file that it could not write. */
function hasNoRoom(error: unknown): boolean {
  return (
    error instanceof DatabaseError &&
    (/^(53|58030)/.test(codeOf(error)) || /could not (extend|write)/.test(error.message))
  );
}

/** What the body's limit was, in words. */
function tooLarge(error: unknown): string {
  const limit = typeof error === 'object' && error !== null && 'limit' in error ? Number(error.limit) : 0;
  return `The body is larger than ${Math.round(limit / 2 ** 20)} MB.`;
}

/** PostgreSQL's code of an error (SQLSTATE), empty where it gave none. */
function codeOf({ original }: DatabaseError): string {
  return 'code' in original ? String(original.code) : '';
}

function statusOf(error: unknown): number {
  return typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 500;
}
