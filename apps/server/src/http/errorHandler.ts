import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { ConnectionError, DatabaseError } from 'sequelize';
import { ApiProblem } from './problems';

/** The one translation of an error into a status and a body. What is not a refusal is logged. */
export function errorHandler(logger: Logger): ErrorRequestHandler {
  // Express tells an error handler by its four parameters.
  return (error, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = problemOf(error);
    if (problem.status >= 500) logger.error({ err: error as unknown }, problem.message);
    response.status(problem.status).json(problem.body());
  };
}

function problemOf(error: unknown): ApiProblem {
  if (error instanceof ApiProblem) return error;
  if (isUnreachable(error)) return new ApiProblem('database/unreachable');
  const status = statusOf(error);
  if (status === 413) return new ApiProblem('request/too-large');
  if (status === 400) return new ApiProblem('request/not-json');
  return new ApiProblem('server/broken');
}

/** Lost connections come in several shapes: refused, timed out, ended in the middle, or "shutting down" (57P…). */
function isUnreachable(error: unknown): boolean {
  if (error instanceof ConnectionError) return true;
  if (error instanceof Error && error.name === 'SequelizeConnectionAcquireTimeoutError') return true;
  if (!(error instanceof DatabaseError)) return false;
  const code = 'code' in error.original ? String(error.original.code) : '';
  return /^(57P|08)/.test(code) || /Connection terminated|ECONNRESET|EPIPE/.test(error.message);
}

function statusOf(error: unknown): number {
  return typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 500;
}
